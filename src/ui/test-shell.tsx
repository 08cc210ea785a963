import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { act, render } from '@testing-library/react';
import type { ReactElement, ReactNode } from 'react';
import { afterAll, vi } from 'vitest';
import { DeviceOwner } from '@/client/device';
import { NoticeProvider } from './notice';
import { OutboxProvider } from '@/client/outbox';
import { ReadsProvider } from '@/client/reads';
import { UnitsProvider } from './units';
import { ZoneProvider } from './when';

/** Numbers no two tests share, so that what one leaves on the device is nothing to the next. */
let owners = 100;

/**
 * Class names without style rules. jsdom has no layout. Matching each rule to each element took most of the time of
 * these tests.
 */
const styles = createCache({ key: 'test' });
styles.sheet.insert = () => undefined;

/** Providers of the shell for screens in tests: person, units, clock, notices, reads and commands. */
export function Stage({
  owner,
  metric = true,
  onRestored,
  children,
}: {
  owner: number;
  metric?: boolean;
  onRestored?: () => void;
  children: ReactNode;
}) {
  return (
    <CacheProvider value={styles}>
      <DeviceOwner value={String(owner)}>
        <ZoneProvider value="UTC">
          <UnitsProvider setting={{ system: metric ? 'metric' : 'inch', inchDenominator: 16 }}>
            <NoticeProvider>
              <ReadsProvider owner={owner} {...(onRestored ? { onRestored } : {})}>
                <OutboxProvider owner={owner} onArrived={() => undefined}>
                  {children}
                </OutboxProvider>
              </ReadsProvider>
            </NoticeProvider>
          </UnitsProvider>
        </ZoneProvider>
      </DeviceOwner>
    </CacheProvider>
  );
}

/** Screens that still restore device data: a file that ends earlier would leave them without a page. */
const restoring: Promise<void>[] = [];
/** Wait after a screen is removed, ms. */
const LONGEST_RESTORE_MS = 500;
afterAll(async () => {
  await act(async () => {
    await Promise.race([Promise.all(restoring), new Promise((resolve) => setTimeout(resolve, LONGEST_RESTORE_MS))]);
  });
});

export function show(element: ReactElement, { owner = owners++, metric = true }: { owner?: number; metric?: boolean } = {}) {
  let restored = () => undefined as void;
  restoring.push(new Promise((resolve) => (restored = resolve)));
  const view = render(
    <Stage owner={owner} metric={metric} onRestored={() => restored()}>
      {element}
    </Stage>,
  );
  return { ...view, owner, again: (next: ReactElement) => view.rerender(<Stage owner={owner}>{next}</Stage>) };
}

/**
 * A server that answers commands as listed, in turn. The last answer repeats. `null` is a lost network. Queries get no
 * answer.
 */
export function serverThat(...answers: readonly (object | null)[]) {
  const sent: { readonly id: string; readonly kind: string; readonly input: unknown }[] = [];
  const left = [...answers];
  const fetched = vi.spyOn(globalThis, 'fetch').mockImplementation(async (address, options) => {
    if (String(address).startsWith('/api/query/')) throw new TypeError('Failed to fetch');
    const answer = left.length > 1 ? left.shift() : left[0];
    sent.push(JSON.parse(String(options?.body)) as (typeof sent)[number]);
    if (answer === null || answer === undefined) throw new TypeError('Failed to fetch');
    return Response.json(answer);
  });
  return { sent, fetched, answer: (...next: readonly (object | null)[]) => left.splice(0, left.length, ...next) };
}
