/** A database server of the tests, in a folder of its own, which ends with them. */
export interface TestServer {
  port: number;
  /** A folder that the server reads and writes. */
  exchange: string;
  /** Where a connection to one of its databases leads. */
  uri(database?: string, user?: string): string;
  /** Runs statements in a database. */
  sql(text: string, database?: string): Promise<Record<string, unknown>[]>;
  /** What it has logged so far. */
  log(): string;
  stop(): Promise<void>;
}

/** Starts a server. @param settings further settings of it, such as `log_statement=all` */
export function startServer(settings?: readonly string[]): Promise<TestServer>;
