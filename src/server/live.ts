import 'server-only';
import { changes, commands, database, presence, type ShopChange, type ShopDatabase } from '../db';

/** News for a stream: a change, or that changes may have been missed. */
type Heard = ShopChange | 'gap';
type Listener = (heard: Heard) => void;

/** Open streams by shop on this server. One for the process, as the pool of the database is. */
const shared = globalThis as { tautStreams?: Map<number, Set<Listener>>; tautHears?: boolean };
const streams = (shared.tautStreams ??= new Map<number, Set<Listener>>());

function startHearing(): void {
  // A pool of connections in front of the database may not pass on notifications.
  const url = process.env['TAUT_LISTEN_URL'] ?? process.env['DATABASE_URL'];
  if (shared.tautHears || !url) return;
  shared.tautHears = true;
  changes.hearChanges(
    url,
    (change) => streams.get(change.shop)?.forEach((listener) => listener(change)),
    () => streams.forEach((all) => all.forEach((listener) => listener('gap'))),
  );
}

/** Time between two signs of life, ms. Proxies close a connection that is silent for a minute. */
const BEAT_MS = 20_000;
/** After a longer absence the tab reads everything again, s. */
const LONGEST_ABSENCE_S = 600;
/** A command is visible a moment after its time, s. */
const SLACK_S = 3;

/** Streams that one shop may have on a server. */
const MOST_STREAMS = 500;

/** True while a shop may open another stream here. */
export const mayStream = (shopId: number): boolean => (streams.get(shopId)?.size ?? 0) < MOST_STREAMS;

export interface Tab {
  readonly id: string;
  readonly personId: number;
  /** Record that it shows. Empty for none. */
  readonly place: string;
  /** Seconds since the tab read its data, or last heard the server. */
  readonly absentS: number;
  /** True while the session is valid. */
  readonly isOpen: () => Promise<boolean>;
}

/**
 * Stream of server-sent events for one tab: `change` with a command, `gap` if changes may have been missed, and `end`
 * when the session has ended. It starts with the changes since the tab last heard the server.
 */
export function liveStream(db: ShopDatabase, tab: Tab, signal: AbortSignal): ReadableStream<Uint8Array> {
  startHearing();
  const text = new TextEncoder();
  let close = (): void => undefined;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      let ended = false;
      const write = (line: string) => {
        if (!ended) controller.enqueue(text.encode(line));
      };
      const send = (event: string, data: unknown) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
      const listener: Listener = (heard) => (heard === 'gap' ? send('gap', null) : send('change', { kind: heard.kind, id: heard.id }));
      const own = streams.get(db.shopId) ?? new Set<Listener>();
      streams.set(db.shopId, own.add(listener));
      const arrived = arrive(db, tab);
      const beat = setInterval(() => void stillOpen(), BEAT_MS);
      const stillOpen = async () => {
        // A database that is away for a moment ends no stream.
        const open = await tab.isOpen().catch(() => true);
        if (open) write(': \n\n');
        else {
          send('end', null);
          close();
        }
        if (!ended) await presence.stay(db, tab.id).catch(() => undefined);
      };
      close = () => {
        if (ended) return;
        ended = true;
        clearInterval(beat);
        own.delete(listener);
        if (own.size === 0 && streams.get(db.shopId) === own) streams.delete(db.shopId);
        void arrived.then(() => leave(db, tab.id));
        try {
          controller.close();
        } catch {
          // The browser closed it already.
        }
      };
      signal.addEventListener('abort', close);
      void missed(db, tab.absentS).then((kinds) => (kinds === null ? send('gap', null) : send('ready', { kinds })));
    },
    cancel: () => close(),
  });
}

/** Kinds of the commands since the tab last heard the server. Null if they are unknown. */
const missed = (db: ShopDatabase, absentS: number): Promise<readonly string[] | null> =>
  absentS > LONGEST_ABSENCE_S ? Promise.resolve(null) : commands.kindsSince(db, absentS + SLACK_S).catch(() => null);

async function arrive(db: ShopDatabase, { id, personId, place }: Tab): Promise<void> {
  try {
    if ((await presence.arrive(db, id, personId, place)) !== place) await announce(db, id);
  } catch {
    // The database is away. The tab reports its place again with its next stream.
  }
}

const announce = (db: ShopDatabase, tab: string) => changes.announce(db, { kind: 'presence', id: tab });

async function leave(db: ShopDatabase, tab: string): Promise<void> {
  try {
    if ((await presence.leave(db, tab)) !== '') await announce(db, tab);
  } catch {
    // The database is away. The tab counts as closed after a minute of silence.
  }
}

/** Notes that a tab shows another record. An empty place is none. */
export async function showPlace(tab: string, person: { readonly id: number; readonly shopId: number }, place: string): Promise<void> {
  const db = database().ofShop(person.shopId);
  if ((await presence.arrive(db, tab, person.id, place)) !== place) await announce(db, tab);
}
