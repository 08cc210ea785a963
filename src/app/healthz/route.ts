import { database } from '@/db';

export const dynamic = 'force-dynamic';

/** Reports whether the server runs and its database answers. It reports nothing else, since strangers can call it. */
export async function GET(): Promise<Response> {
  try {
    await database().sequelize.query('SELECT 1');
    return Response.json({ status: 'ok', database: 'answers' });
  } catch {
    return Response.json({ status: 'failing', database: 'does not answer' }, { status: 503 });
  }
}
