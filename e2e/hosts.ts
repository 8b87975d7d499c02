import { execFileSync } from 'node:child_process'
import { chmodSync, writeFileSync } from 'node:fs'

/** Test hosts of our own: network namespaces on a bridge that no other machine is on. */

const root = process.getuid?.() === 0 ? [] : ['sudo']
function ip(...args: string[]): void {
  const [program, ...rest] = [...root, 'ip', ...args]
  execFileSync(program ?? 'ip', rest, { stdio: 'pipe' })
}
const quietly = (...args: string[]) => {
  try {
    ip(...args)
  } catch {
    /* it was not there */
  }
}

/** One kitchen computer and two devices, each with a network of its own. */
export class Hosts {
  readonly kitchen = `unct-k${process.pid}`
  readonly devices = ['a', 'b'].map((d) => `unct-${d}${process.pid}`)
  readonly address = '10.77.0.1'

  up(): void {
    ip('netns', 'add', this.kitchen)
    ip('-n', this.kitchen, 'link', 'set', 'lo', 'up')
    ip('-n', this.kitchen, 'link', 'add', 'br0', 'type', 'bridge', 'forward_delay', '0')
    ip('-n', this.kitchen, 'addr', 'add', `${this.address}/24`, 'dev', 'br0')
    this.only(this.kitchen, 'br0')
    ip('-n', this.kitchen, 'link', 'set', 'br0', 'up')
    this.devices.forEach((device, i) => {
      ip('netns', 'add', device)
      ip('-n', device, 'link', 'set', 'lo', 'up')
      const cable = ['link', 'add', 'eth0', 'netns', device, 'type', 'veth']
      ip(...cable, 'peer', 'name', `to${i}`, 'netns', this.kitchen)
      this.only(this.kitchen, `to${i}`)
      ip('-n', this.kitchen, 'link', 'set', `to${i}`, 'master', 'br0', 'up')
      ip('-n', device, 'addr', 'add', `10.77.0.${i + 2}/24`, 'dev', 'eth0')
      this.only(device, 'eth0')
      ip('-n', device, 'link', 'set', 'eth0', 'up')
    })
  }

  /**
   * A link has the address it is given and no other. One that it gives itself comes a second after it is up, and
   * a browser drops what it is loading when the network changes.
   */
  private only(host: string, link: string): void {
    ip('-n', host, 'link', 'set', link, 'addrgenmode', 'none')
  }

  /** Pulls the cable of a device out, or puts it in again. */
  cable(device: number, way: 'down' | 'up'): void {
    ip('-n', this.kitchen, 'link', 'set', `to${device}`, way)
  }

  down(): void {
    for (const name of [...this.devices, this.kitchen]) quietly('netns', 'del', name)
  }

  /** A command that runs a program on a host. */
  on(host: string, program: string, ...args: string[]): [string, string[]] {
    const [first, ...rest] = [...root, 'ip', 'netns', 'exec', host, program, ...args]
    return [first ?? 'ip', rest]
  }

  /** A browser of a host, as a program that a test can start. */
  browser(host: string, folder: string): string {
    const path = `${folder}/browser-${host}`
    const words = [...root, 'ip', 'netns', 'exec', host, '/usr/bin/chromium'].join(' ')
    writeFileSync(path, `#!/bin/sh\nexec ${words} "$@"\n`)
    chmodSync(path, 0o755)
    return path
  }
}
