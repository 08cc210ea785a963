import { ACT_KINDS } from '@/features/acts/registry';
import { perform } from '@/server';
import { fromElsewhere } from '@/server/origin';
import { readLimited } from '@/server/body';

/** An act is text that a hand typed, a list that was taken in, or a paper of 8 MB in base64; bytes. */
const LARGEST_ACT = 12_000_000;

/** Takes one act of a device; answers what came of it. */
export async function POST(request: Request): Promise<Response> {
  if (fromElsewhere(request.headers)) return refuse(403, 'An act can only be sent from a page of Taut Sheave itself.');
  const bytes = await readLimited(request.body, LARGEST_ACT);
  if (bytes === null) return refuse(413, 'That is more than can be sent at once; take it in in parts.');
  let sent: unknown;
  try {
    sent = JSON.parse(bytes.toString('utf8'));
  } catch {
    return refuse(400, 'This is no act that can be read.');
  }
  return Response.json(await perform(ACT_KINDS, sent));
}

const refuse = (status: number, problem: string) => Response.json({ ok: false, reason: 'invalid', problem }, { status });
