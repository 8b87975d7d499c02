/** Streams that a test opened, each with what a program could say over it. */
export class TestStream {
  static all: TestStream[] = []
  static readonly CLOSED = 2
  onmessage: ((event: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  onopen: (() => void) | null = null
  readyState = 1
  closed = false
  private readonly named = new Map<string, (event: { data: string }) => void>()
  constructor() {
    TestStream.all.push(this)
  }
  addEventListener(name: string, hear: (event: { data: string }) => void): void {
    this.named.set(name, hear)
  }
  close(): void {
    this.closed = true
  }
  /** The program says that something changed. */
  change(told: object): void {
    this.onmessage?.({ data: JSON.stringify(told) })
  }
  /** The program pushes what stands now. */
  push(told: object): void {
    this.named.get('push')?.({ data: JSON.stringify(told) })
  }
}
export const openStreams = () => TestStream.all.filter((s) => !s.closed)
