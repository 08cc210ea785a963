'use client';

import { useEffect, useRef, useState } from 'react';
import { useTrace } from '@/ui/solver';
import { useTraceRequest } from './request';

const NONE: ReadonlyMap<string, number> = new Map();

/**
 * The place of each check by what it saves, as the walk is begun. Whoever has laid a finger on the page keeps the order that he sees: nothing moves away under it,
 * and no press is lost.
 */
export function useTracedOrder(): ReadonlyMap<string, number> {
  const { answer } = useTrace(useTraceRequest());
  const [order, setOrder] = useState<ReadonlyMap<string, number>>(NONE);
  const settled = useRef(false);
  useEffect(() => {
    const settle = () => {
      settled.current = true;
    };
    window.addEventListener('pointerdown', settle, { capture: true });
    window.addEventListener('keydown', settle, { capture: true });
    return () => {
      window.removeEventListener('pointerdown', settle, { capture: true });
      window.removeEventListener('keydown', settle, { capture: true });
    };
  }, []);
  useEffect(() => {
    if (settled.current || answer?.trace.status !== 'ok') return;
    settled.current = true;
    setOrder(new Map(answer.trace.next.map(({ check }, place) => [check, place])));
  }, [answer]);
  return order;
}
