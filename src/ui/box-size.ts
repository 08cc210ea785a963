'use client';

import { useEffect, useRef, useState, type RefObject } from 'react';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The size of a box in px as it changes, never under `least` either way; `first` until it has been drawn. */
export function useBoxSize(first: Size, least: number): [RefObject<HTMLDivElement | null>, Size] {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(first);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ width: Math.max(least, entry.contentRect.width), height: Math.max(least, entry.contentRect.height) }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [least]);
  return [box, size];
}
