import { database, history, machines } from '@/db';
import { historyCsv, historyJson } from '@/formats/machine-history';
import { currentPerson } from '@/server';
import { wholeNumber } from '@/server/params';

const TYPES = { csv: 'text/csv; charset=utf-8', json: 'application/json' } as const;
const isType = (as: string | null): as is keyof typeof TYPES => as !== null && Object.hasOwn(TYPES, as);

/** A machine's whole history as a file: every standing line of every ticket, too. */
export async function GET(request: Request, { params }: RouteContext<'/api/machines/[id]/history'>): Promise<Response> {
  const person = await currentPerson();
  if (!person) return new Response('Sign in first.', { status: 401 });
  const as = new URL(request.url).searchParams.get('as');
  if (!isType(as)) return new Response('The history format must be csv or json.', { status: 400 });
  const id = wholeNumber((await params).id);
  const machine = id === null ? null : await machines.findMachine(database().ofShop(person.shopId), id);
  if (!machine) return new Response('There is no such machine.', { status: 404 });
  const { name, maker, model, serial, customer } = machine;
  const whole = {
    machine: { name, maker, model, serial, customer },
    events: await history.historyOf(database().ofShop(person.shopId), machine),
  };
  return new Response(as === 'csv' ? historyCsv(whole) : historyJson(whole), {
    headers: {
      'content-type': TYPES[as],
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name} history.${as}`)}`,
      'cache-control': 'no-store',
    },
  });
}
