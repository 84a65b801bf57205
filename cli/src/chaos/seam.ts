import { createServer, connect, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';

interface Joined {
  readonly near: Socket;
  readonly far: Socket;
  /** It goes nowhere any more, and nobody is told. */
  dead: boolean;
}

/** A place between two programs where lines are cut, slowed, or go silent. On loopback only. */
export class Seam {
  private readonly joined = new Set<Joined>();
  private readonly sockets = new Set<Socket>();
  private delayMs = 0;
  private silent = false;
  private refusing = false;

  private constructor(
    private readonly server: Server,
    private readonly target: number,
  ) {}

  static async before(target: number): Promise<Seam> {
    const server = createServer();
    const seam = new Seam(server, target);
    server.on('connection', (near) => seam.join(near));
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    return seam;
  }

  get port(): number {
    return (this.server.address() as AddressInfo).port;
  }

  /** Every line ends at once. */
  cut(): void {
    for (const { near, far } of this.joined) {
      near.resetAndDestroy();
      far.resetAndDestroy();
    }
  }

  /** What comes takes so long. */
  slow(ms: number): void {
    this.delayMs = ms;
  }

  /** Nothing goes through, and no line ends. */
  hush(silent: boolean): void {
    this.silent = silent;
    for (const one of this.joined) this.flow(one);
  }

  /**
   * The lines that are open now never carry anything again, and are never closed: half open, as after a
   * router was changed.
   */
  deaden(): void {
    for (const one of this.joined) {
      one.dead = true;
      this.flow(one);
    }
  }

  /** Whoever comes anew is turned away. */
  refuse(refusing: boolean): void {
    this.refusing = refusing;
  }

  async close(): Promise<void> {
    // Dead ones, too, of which the other end is long gone.
    for (const socket of this.sockets) socket.destroy();
    await new Promise((done) => this.server.close(done));
  }

  private join(near: Socket): void {
    if (this.refusing) return void near.resetAndDestroy();
    const one: Joined = { near, far: connect(this.target, '127.0.0.1'), dead: false };
    this.joined.add(one);
    this.carry(one.near, one.far, one);
    this.carry(one.far, one.near, one);
    this.flow(one);
  }

  private carry(from: Socket, to: Socket, one: Joined): void {
    from.on('data', (chunk) => {
      if (this.delayMs === 0) return void to.write(chunk);
      // One after the other: a line delays what it carries, and does not mix it up.
      from.pause();
      setTimeout(() => {
        if (!to.destroyed) to.write(chunk);
        this.flow(one);
      }, this.delayMs);
    });
    this.sockets.add(from);
    from.on('error', () => undefined);
    from.on('close', () => {
      this.sockets.delete(from);
      this.joined.delete(one);
      if (!one.dead) to.destroy();
    });
  }

  private flow({ near, far, dead }: Joined): void {
    for (const socket of [near, far])
      if (dead || this.silent) socket.pause();
      else socket.resume();
  }
}
