import { database } from '@/db';

export const dynamic = 'force-dynamic';

/** Tells whether the server runs and its database answers; no more, since it answers to strangers. */
export async function GET(): Promise<Response> {
  try {
    await database().sequelize.query('SELECT 1');
    return Response.json({ status: 'ok', database: 'answers' });
  } catch {
    return Response.json({ status: 'failing', database: 'does not answer' }, { status: 503 });
  }
}
