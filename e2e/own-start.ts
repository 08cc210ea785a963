import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

type Env = Readonly<Record<string, string>>;

/** Starts of the application in a folder of their own, next to the server of the other tests. */
export class OwnStart {
  readonly data = mkdtempSync(join(tmpdir(), 'taut-e2e-start-'));
  readonly running: ChildProcess[] = [];
  readonly address: string;

  constructor(
    private readonly port: number,
    private readonly env: Env = {},
  ) {
    this.address = `http://127.0.0.1:${port}`;
    // For the database's own user, where the tests run as root.
    chmodSync(this.data, 0o755);
  }

  start(env: Env = {}): { child: ChildProcess; said: () => string; ended: Promise<number | null> } {
    const { DATABASE_URL: _none, ...inherited } = process.env;
    const child = spawn('node', ['scripts/start.mjs', '--data', this.data, '--port', String(this.port)], {
      env: { ...inherited, ...this.env, ...env },
    });
    this.running.push(child);
    let text = '';
    child.stdout.on('data', (d: Buffer) => (text += d.toString()));
    child.stderr.on('data', (d: Buffer) => (text += d.toString()));
    return { child, said: () => text, ended: new Promise((resolve) => child.once('exit', resolve)) };
  }

  healthy = (): Promise<boolean> =>
    fetch(`${this.address}/healthz`).then(
      (r) => r.ok,
      () => false,
    );

  /** True when nothing listens any more. A server that lost its database answers for some time after that. */
  isSilent = (): Promise<boolean> =>
    fetch(`${this.address}/healthz`).then(
      () => false,
      () => true,
    );

  /** Waits until a start serves; what it printed is in the error where it does not. */
  async untilHealthy({ said }: { said: () => string }, timeoutMs = 90_000): Promise<void> {
    const end = Date.now() + timeoutMs;
    while (!(await this.healthy())) {
      if (Date.now() > end) throw new Error(`not healthy after ${timeoutMs / 1000} s: ${said()}`);
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }

  postmaster = (): number => Number(readFileSync(join(this.data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);

  /** Takes away what is there, so that the next start is a first one. */
  clear = (): void => rmSync(this.data, { recursive: true, force: true });

  async stopAll(): Promise<void> {
    for (const child of this.running) child.kill('SIGTERM');
    await new Promise((resolve) => setTimeout(resolve, 2500));
    this.clear();
  }
}
