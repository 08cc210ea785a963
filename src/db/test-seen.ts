/** Person and database that the server of a test sees instead of cookies and the one pool of the process. */
export interface Seen {
  /** Signed-in person, with its session. */
  person: unknown;
  db: unknown;
  /** Ids of the persons that were signed in, in order. */
  signedIn: number[];
}

export const seen: Seen = { person: null, db: null, signedIn: [] };
