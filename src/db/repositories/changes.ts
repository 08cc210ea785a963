import pg from 'pg';
import * as z from 'zod';
import type { ShopDatabase } from '../connection';

/** Channel of PostgreSQL that all servers listen on. */
const CHANNEL = 'taut_changes';

/** A change of a shop, as every server hears it. */
const shopChange = z.object({
  shop: z.number().int(),
  /** Kind of the command, or `presence` for people who open or leave a record. */
  kind: z.string(),
  /** Id of the command. The device that sent it reads again by itself. */
  id: z.string(),
});
export type ShopChange = Readonly<z.infer<typeof shopChange>>;

/** Announces a change to every server. Inside a transaction it is sent when the transaction commits, or not at all. */
export async function announce(db: ShopDatabase, change: Omit<ShopChange, 'shop'>): Promise<void> {
  await db.sequelize.query('SELECT pg_notify($1, $2)', { bind: [CHANNEL, JSON.stringify({ shop: db.shopId, ...change })] });
}

/** Pauses before the next attempt to connect, ms. */
const PAUSES_MS = [250, 1000, 3000, 5000];

/**
 * Hears the changes of all shops on a connection of its own, since a pool would lend it to others.
 * @param onGap called when it starts to hear, at first and after the connection was lost: changes before that were not heard
 * @returns a function that ends it
 */
export function hearChanges(url: string, onChange: (change: ShopChange) => void, onGap: () => void): () => Promise<void> {
  let client: pg.Client | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let failures = 0;
  let ended = false;

  const again = () => {
    if (ended) return;
    timer = setTimeout(() => void connect(), PAUSES_MS[Math.min(failures++, PAUSES_MS.length - 1)]);
    timer.unref();
  };
  async function connect(): Promise<void> {
    const one = new pg.Client({ connectionString: url, application_name: 'taut-sheave changes', keepAlive: true });
    let lost = false;
    const lose = () => {
      if (lost) return;
      lost = true;
      void one.end().catch(() => undefined);
      again();
    };
    one.on('error', lose);
    one.on('end', lose);
    one.on('notification', ({ payload }) => {
      const read = shopChange.safeParse(parsed(payload));
      if (read.success) onChange(read.data);
    });
    try {
      await one.connect();
      await one.query(`LISTEN ${CHANNEL}`);
      client = one;
      failures = 0;
      onGap();
    } catch {
      lose();
    }
  }
  void connect();
  return async () => {
    ended = true;
    clearTimeout(timer);
    await client?.end().catch(() => undefined);
  };
}

function parsed(text: string | undefined): unknown {
  try {
    return JSON.parse(text ?? '');
  } catch {
    return null;
  }
}
