import type { EntryBody } from '@/core/job';
import { useMoney } from '@/ui/money';

export function PartFittedLine({ body: { quantity, name, number, bin, priceCents } }: { body: EntryBody<'part-fitted'> }) {
  const money = useMoney();
  return (
    <>
      {quantity} × <strong>{name}</strong>
      {number ? `, ${number}` : ''}, from {bin || 'stock'}
      {priceCents === null ? '' : `, ${money.show(priceCents * quantity)}`}.
    </>
  );
}
