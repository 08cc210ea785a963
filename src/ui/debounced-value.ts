'use client';

import { useEffect, useState } from 'react';

/** A value once it has not changed for a while: what is typed, once the typing rests. The first is there at once. */
export function useDebouncedValue<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const wait = setTimeout(() => setRested(value), ms);
    return () => clearTimeout(wait);
  }, [value, ms]);
  return rested;
}
