import { COMMAND_REGISTRY } from '@/server/commands/registry';
import { currentPerson, executeCommand, SIGNED_OUT } from '@/server';
import { readLimited } from '@/server/body';
import { mostBytes } from '@/server/command-size';
import { withinJsonLimits } from '@/server/json-limits';
import { isCrossOrigin } from '@/server/origin';

/** Receives one command of a device and answers what came of it. Nothing of a stranger's is read, and nothing is parsed that is over its limits. */
export async function POST(request: Request): Promise<Response> {
  if (isCrossOrigin(request.headers)) return refuse(403, 'Commands can only be sent from a page of Taut Sheave.');
  if (!(await signedIn())) return Response.json(SIGNED_OUT);
  const kind = request.headers.get('x-command-kind');
  const bytes = await readLimited(request.body, mostBytes(kind));
  if (bytes === null) return refuse(413, 'The request is too large. Send it in parts.');
  if (!withinJsonLimits(bytes)) return refuse(413, 'The request has too many values. Send it in parts.');
  let sent: unknown;
  try {
    sent = JSON.parse(bytes.toString('utf8'));
  } catch {
    return refuse(400, 'The server could not read this change. Reload the page and try again.');
  }
  // The limit that applies is that of the kind it is performed as.
  if (bytes.length > mostBytes(typeof sent === 'object' && sent !== null && 'kind' in sent ? String(sent.kind) : null))
    return refuse(413, 'The request is too large. Send it in parts.');
  return Response.json(await executeCommand(COMMAND_REGISTRY, sent));
}

/** False for a stranger. Where the database does not answer, the command itself is answered as failed. */
const signedIn = () =>
  currentPerson().then(
    (person) => person !== null,
    () => true,
  );

const refuse = (status: number, problem: string) => Response.json({ ok: false, reason: 'invalid', problem }, { status });
