import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { CurrencyProvider, useMoney } from './money';
import { show } from './test-shell';

function Price() {
  const { code, show: price } = useMoney();
  return (
    <p>
      {price(1480)} in {code}
    </p>
  );
}

it('shows prices in the currency of the shop, and in euros without one', () => {
  show(
    <>
      <Price />
      <CurrencyProvider value="GBP">
        <Price />
      </CurrencyProvider>
    </>,
  );
  expect(screen.getAllByText(/ in /).map((e) => e.textContent)).toEqual(['€14.80 in EUR', '£14.80 in GBP']);
});
