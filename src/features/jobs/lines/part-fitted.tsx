import type { EntryBody } from '@/core/job';
import { money } from '@/ui/money';

export function PartFittedLine({ body: { quantity, name, number, bin, priceCents } }: { body: EntryBody<'part-fitted'> }) {
  return (
    <>
      {quantity} × <strong>{name}</strong>
      {number ? `, ${number}` : ''}, from {bin || 'stock'}
      {priceCents === null ? '' : `, ${money(priceCents * quantity)}`}.
    </>
  );
}
