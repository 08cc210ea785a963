import { line, strong, type LineText } from './pieces';

export const partFittedText: LineText<'part-fitted'> = ({ quantity, name, number, bin, priceCents }, { money }) => {
  const price = priceCents === null ? '' : `, ${money.show(priceCents * quantity)}`;
  return line`${String(quantity)} × ${strong(name)}${number ? `, ${number}` : ''}, from ${bin || 'stock'}${price}.`;
};
