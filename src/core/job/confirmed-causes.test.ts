import { describe, expect, it } from 'vitest';
import { confirmedCauses } from './confirmed-causes';
import type { RecordLine } from './kind';
import { PROVED } from './test-job';

let n = 0;
const line = (type: string, body: object, withdrawn = false) =>
  ({ id: ++n, stage: 'fit', by: 'Bram', at: '2026-11-20T08:00:00Z', withdrawn, type, body }) as unknown as RecordLine;
const repair = (cause: string, more: object = {}) => line('mended', { cause, when: 'here', kind: 'deck-lever', agreed: false, ...more });
const test = (more: object, withdrawn = false) => line('proved', { ...PROVED, ...more }, withdrawn);
const names = (...lines: RecordLine[]) => confirmedCauses(lines).map((c) => c.cause);

describe('causes that a job confirms', () => {
  it('are those repaired here, each once, if the last test shows the complaint fixed', () => {
    const fixed = test({ belt: 'stays', complaint: 'gone' });
    expect(confirmedCauses([repair('idler-tips'), repair('idler-tips'), repair('keeper-off', { when: 'before' }), fixed])).toEqual([
      { kind: 'deck-lever', cause: 'idler-tips' },
    ]);
  });
  it('are none without a test, and none after a test that shows the complaint', () => {
    const fixed = test({ belt: 'stays', complaint: 'gone' });
    expect(names(repair('idler-tips'))).toEqual([]);
    expect(names(repair('idler-tips'), fixed, test({ belt: 'comes-off', complaint: 'not-said' }))).toEqual([]);
    expect(names(repair('idler-tips'), fixed, test({ belt: 'stays', complaint: 'still' }))).toEqual([]);
  });
  it('depend on the last test that judges the complaint', () => {
    const unjudged = test({ belt: 'not-tried', complaint: 'not-said' });
    expect(names(repair('idler-tips'), test({ belt: 'stays', complaint: 'gone' }), unjudged)).toEqual(['idler-tips']);
    expect(names(repair('idler-tips'), test({ belt: 'stays', complaint: 'not-said' }))).toEqual(['idler-tips']);
  });
  it('ignore struck-out lines', () => {
    const fixed = test({ belt: 'stays', complaint: 'gone' });
    expect(names({ ...repair('idler-tips'), withdrawn: true } as RecordLine, fixed)).toEqual([]);
    expect(names(repair('idler-tips'), fixed, test({ belt: 'comes-off' }, true))).toEqual(['idler-tips']);
  });
});
