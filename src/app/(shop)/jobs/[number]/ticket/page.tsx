import { TicketPage } from '@/features/jobs/printed-ticket';
import { readTicket } from '@/server/queries/jobs';
import { firstAnswer } from '@/server';
import { numberOf } from '@/server/params';

export default async function Ticket({ params }: PageProps<'/jobs/[number]/ticket'>) {
  const input = await numberOf(params);
  return <TicketPage input={input} first={await firstAnswer(readTicket, input)} />;
}
