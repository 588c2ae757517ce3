import { connect, createServer, type Socket } from 'node:net';

/** Stands between the application and its database; drawn, it keeps all connections and passes nothing on; cut, it breaks them. */
export class Cable {
  isDrawn = false;
  private readonly sockets = new Set<Socket>();
  private constructor(
    /** The database as it is reached through it. */
    readonly url: string,
    private behind: URL,
    private readonly stop: () => void
  ) {}

  static async to(databaseUrl: string): Promise<Cable> {
    const holder: { is?: Cable } = {};
    const server = createServer((near) => holder.is!.join(near));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as { port: number };
    holder.is = new Cable(Object.assign(new URL(databaseUrl), { port: String(port) }).href, new URL(databaseUrl), () =>
      server.close()
    );
    return holder.is;
  }

  /** From now on it leads to another port: the database came back there. */
  leadTo(databaseUrl: string): void {
    this.behind = new URL(databaseUrl);
  }

  private join(near: Socket): void {
    const far = connect(Number(this.behind.port), this.behind.hostname);
    for (const [from, to] of [
      [near, far],
      [far, near]
    ] as const) {
      this.sockets.add(from);
      from.on('data', (data) => this.isDrawn || to.write(data));
      from.on('close', () => {
        this.sockets.delete(from);
        to.destroy();
      });
      from.on('error', () => to.destroy());
    }
  }

  /** Breaks every connection there is. */
  cut(): void {
    for (const socket of this.sockets) socket.destroy();
  }

  close(): void {
    this.cut();
    this.stop();
  }
}
