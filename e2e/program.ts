import { spawn, type ChildProcess } from 'node:child_process'

/** Port of the demo that most tests share. */
export const PORT = 18_430

/** The release program, started by a test on a notebook file of its own. */
export class Program {
  private child: ChildProcess | undefined

  constructor(
    private readonly db: string,
    readonly port: number,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  /** Starts it with its clock standing at `at_ms`, or now. */
  async start(at_ms?: number): Promise<void> {
    const clock = at_ms === undefined ? '--simulated-clock' : `--simulated-clock=${at_ms}`
    const args = ['serve', '--db', this.db, '--port', `${this.port}`, clock]
    this.child = spawn('../target/release/unctum', args, { stdio: 'ignore' })
    for (let tries = 0; tries < 200; tries++) {
      const up = await fetch(`${this.url}/api/v1/health`).then(
        (r) => r.ok,
        () => false,
      )
      if (up) return
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    throw new Error('the program did not come up')
  }

  /** Ends it as a power cut would. */
  async kill(): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null) return
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGKILL')
    await gone
    this.child = undefined
  }
}
