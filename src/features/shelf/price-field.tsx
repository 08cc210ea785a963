import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { Field } from '@/ui/form';
import { useMoney } from '@/ui/money';

/** Price of one piece, in the currency of the shop. */
export function PriceField<T extends FieldValues & { price: string }>({ control }: { control: Control<T> }) {
  const { code } = useMoney();
  return (
    <Field
      control={control}
      name={'price' as FieldPath<T>}
      label={`Price each, ${code}`}
      help="Optional."
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
}
