import { QUERIES } from '@/server/queries/registry';
import { executeQuery } from '@/server';

/** Longest input of a query, characters of JSON. */
const LONGEST_INPUT = 2000;

/** Answers one query of a screen. The answer belongs to the person who asks: no cache between stores it. */
export async function GET(request: Request, { params }: RouteContext<'/api/query/[name]'>): Promise<Response> {
  const { name } = await params;
  const text = new URL(request.url).searchParams.get('input') ?? '';
  if (text.length > LONGEST_INPUT) return refuse(414, 'The query is too long. Shorten the text that you search for.');
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return refuse(400, 'The server could not read this query. Reload the page and try again.');
  }
  return answer(200, await executeQuery(QUERIES, name, input));
}

const answer = (status: number, body: object) => Response.json(body, { status, headers: { 'cache-control': 'no-store' } });
const refuse = (status: number, problem: string) => answer(status, { ok: false, reason: 'invalid', problem });
