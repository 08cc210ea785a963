'use client';

import { useEffect, useState } from 'react';

/** A value after it has not changed for a while, such as typed text. The first value is returned immediately. */
export function useDebouncedValue<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const wait = setTimeout(() => setRested(value), ms);
    return () => clearTimeout(wait);
  }, [value, ms]);
  return rested;
}
