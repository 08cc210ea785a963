/** One numbered step forward; there is no way back but a backup. */
export interface Migration {
  readonly name: string;
  readonly up: (run: (sql: string) => Promise<unknown>) => Promise<unknown>;
}
