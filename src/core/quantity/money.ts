/** Currency of a new shop, ISO 4217. */
export const USUAL_CURRENCY = 'EUR';

/** Currency codes that a shop can choose, ISO 4217. */
export const CURRENCIES: readonly string[] = Intl.supportedValuesOf('currency');

/** Characters that the font of printed files has. */
const PRINTABLE = /^[\u0020-\u00ff€]+$/;

const formatter = (currency: string, currencyDisplay: 'narrowSymbol' | 'code') =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency, currencyDisplay });
const markIn = (format: Intl.NumberFormat): string => format.formatToParts(0).find((part) => part.type === 'currency')?.value ?? '';

/** Format of a currency: with its symbol, or with its code where paper cannot show the symbol. */
function formatOf(currency: string): Intl.NumberFormat {
  const symbol = formatter(currency, 'narrowSymbol');
  return PRINTABLE.test(markIn(symbol)) ? symbol : formatter(currency, 'code');
}

/**
 * An amount with the symbol of its currency: `€14.80`. It has as many decimals as the currency has.
 * @param hundredths amount in hundredths of the currency
 * @param currency ISO 4217
 */
export const formatMoney = (hundredths: number, currency: string): string => formatOf(currency).format(hundredths / 100);

/** A typed amount without the code or symbol of this currency, before or after it. Another currency stays, and is refused. */
export function withoutCurrency(text: string, currency: string): string {
  const trimmed = text.trim();
  for (const mark of [currency, markIn(formatter(currency, 'narrowSymbol'))]) {
    if (trimmed.toUpperCase().startsWith(mark.toUpperCase())) return trimmed.slice(mark.length).trim();
    if (trimmed.toUpperCase().endsWith(mark.toUpperCase())) return trimmed.slice(0, -mark.length).trim();
  }
  return trimmed;
}
