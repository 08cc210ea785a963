'use client';

import { createContext, useContext, useMemo } from 'react';
import { timesIn, type When } from './times';

export { timesIn } from './times';
export type { When } from './times';

const ZoneContext = createContext('UTC');
/** The zone of the shop's clock, by its IANA name: times are the shop's, wherever the screen is. */
export const ZoneProvider = ZoneContext.Provider;

export function useWhen(): When {
  const zone = useContext(ZoneContext);
  return useMemo(() => timesIn(zone), [zone]);
}

/** A moment in the format of `as`. */
export function Moment({ at, as }: { at: string; as: keyof When }) {
  const when = useWhen();
  return <time dateTime={at}>{when[as](at)}</time>;
}
