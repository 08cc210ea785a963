/** A session of a person, on one browser. */
export interface OpenSession {
  readonly id: string;
  readonly person: string;
  /** Browser and system, as the browser reports them. Empty for sessions from before they were stored. */
  readonly browser: string;
  readonly startedAt: string;
  readonly expiresAt: string;
  /** True for the session of the reader. */
  readonly own: boolean;
}

/** A command in the log. */
export interface LoggedCommand {
  readonly id: string;
  readonly person: string;
  readonly kind: string;
  /** Time on the device. */
  readonly doneAt: string;
  /** Time at which the server received it. */
  readonly appliedAt: string;
  /** False for a refused command. */
  readonly applied: boolean;
}
