import { describe, expect, it } from 'vitest';
import { CURRENCIES, formatMoney, parseQuantity, USUAL_CURRENCY, withoutCurrency } from '.';

describe('money', () => {
  it.each([
    [1480, 'EUR', '€14.80'],
    [1480, 'USD', '$14.80'],
    [1480, 'GBP', '£14.80'],
    [148000, 'JPY', '¥1,480'],
    [1480, 'CHF', 'CHF\u00a014.80'],
    [1480, 'INR', 'INR\u00a014.80'],
    [0, 'EUR', '€0.00'],
  ])('%d hundredths of %s print as %s', (hundredths, currency, text) => {
    expect(formatMoney(hundredths, currency)).toBe(text);
  });
  it.each([
    ['14.80', '14.80'],
    ['€14.80', '14.80'],
    ['14.80 €', '14.80'],
    ['EUR 14.80', '14.80'],
    ['14,80 eur', '14,80'],
  ])('%s is typed in euros', (typed, number) => {
    expect(withoutCurrency(typed, 'EUR')).toBe(number);
    expect(parseQuantity(withoutCurrency(typed, 'EUR'), 'money')).toMatchObject({ ok: true, value: 14.8 });
  });
  it('refuses another currency, and reads back what it prints', () => {
    expect(parseQuantity(withoutCurrency('$14.80', 'EUR'), 'money').ok).toBe(false);
    expect(parseQuantity(withoutCurrency('14.80 USD', 'EUR'), 'money').ok).toBe(false);
    for (const currency of ['EUR', 'USD', 'GBP', 'CHF', 'NOK', 'CAD', 'INR'])
      expect(parseQuantity(withoutCurrency(formatMoney(2405, currency), currency), 'money')).toMatchObject({ ok: true, value: 24.05 });
  });
  it('lists the usual currency', () => expect(CURRENCIES).toContain(USUAL_CURRENCY));
});
