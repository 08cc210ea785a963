export const lengthEntry = (unit: string): string => `In ${unit}, or with its unit: 47 7/8 in, 1216 mm`;

export const beltListTooLarge = (file: string): string => `${file} is too large for a belt list.`;

export const rowsToImport = (good: number, refused: number): string =>
  `${good} ${good === 1 ? 'row' : 'rows'} will be imported, ${refused} refused.`;

export const offOrderList = (name: string): string => `${name} is off the order list.`;

export const takeOffOrderList = (name: string): string => `Take ${name} off the order list`;

export const deletedFromStock = (name: string): string => `${name} was deleted from stock.`;

export const inStockAgain = (name: string): string => `${name} is in stock again.`;

export const noPartMatches = (find: string): string => `No part matches “${find}”.`;

export const beltsInStock = (belts: number, places: number): string =>
  `${belts} belts in stock in ${places} ${places === 1 ? 'place' : 'places'}.`;

export const noBeltMatches = (find: string): string => `No belt here matches “${find}”.`;
