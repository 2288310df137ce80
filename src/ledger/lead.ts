import pg from "pg";

/**
 * One copy of the application among all that share a database leads in some work. It holds a lock of the database as long as its own
 * connection lives; when it ends, another takes over at its next try.
 */
export class Lead {
  private client: pg.Client | undefined;

  constructor(
    private readonly url: string,
    private readonly lock: number,
  ) {}

  /** Whether this copy leads now; asked again and again. */
  async isMine(): Promise<boolean> {
    if (this.client) return true;
    const client = new pg.Client({ connectionString: this.url, keepAlive: true, connectionTimeoutMillis: 5000 });
    client.on("error", () => this.lose(client));
    client.on("end", () => this.lose(client));
    await client.connect();
    const { rows } = await client.query<{ mine: boolean }>("SELECT pg_try_advisory_lock($1) AS mine", [this.lock]);
    if (rows[0]?.mine) this.client = client;
    else await client.end();
    return this.client !== undefined;
  }

  private lose(client: pg.Client): void {
    if (this.client === client) this.client = undefined;
  }

  /** Lets another copy lead. */
  async end(): Promise<void> {
    await this.client?.end();
  }
}
