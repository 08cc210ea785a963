import { describe, expect, it } from 'vitest';
import { BARE_FINDING } from './entries/finding';
import { runListOf } from './run-list';
import { openStackFindings, stackRepair } from './stack-findings';
import type { RecordLine } from './kind';

const line = (type: string, body: object): RecordLine => ({
  type,
  stage: 'look',
  body,
  withdrawn: false,
  at: '2026-11-26T09:00:00Z',
  by: 'Bram',
});
const part = (id: string) => ({ id, label: id });
const found = (check: 'stack-order' | 'idler-binds' | 'idler-spin', on: string, result: 'good' | 'bad') =>
  line('finding', { ...BARE_FINDING, ref: crypto.randomUUID(), check, part: part(on), result });
const repaired = (check: 'stack-order' | 'idler-binds', on: string) =>
  line('changed', { change: 'repaired', found: { check, part: part(on) }, on: null });

describe('findings at a hardware stack', () => {
  it('lists those of the pulley that are neither closed nor of another station', () => {
    const lines = [
      found('stack-order', 'a', 'bad'),
      found('idler-binds', 'a', 'bad'),
      found('idler-spin', 'a', 'bad'),
      found('stack-order', 'b', 'bad'),
    ];
    expect(openStackFindings(lines, 'a').map((f) => f.check)).toEqual(['stack-order', 'idler-binds']);
    const rebuilt = [...lines, repaired('stack-order', 'a'), repaired('idler-binds', 'a'), found('stack-order', 'a', 'good')];
    expect(openStackFindings(rebuilt, 'a').map((f) => [f.check, f.status])).toEqual([['idler-binds', 'repaired']]);
    expect(openStackFindings(rebuilt, 'b')).toHaveLength(1);
  });
  it('leads back to the spin check once the stack is rebuilt', () => {
    const lines = [
      found('stack-order', 'a', 'bad'),
      found('idler-binds', 'a', 'bad'),
      repaired('stack-order', 'a'),
      repaired('idler-binds', 'a'),
      found('stack-order', 'a', 'good'),
    ];
    const list = runListOf({
      ...{ lines, drive: null, beltId: null, kind: 'deck-lever', facts: {}, stopLimitS: 5, cautions: [], safe: null, next: null },
      closed: false,
    });
    const again = list.lines.filter((l) => l.id.startsWith('again:'));
    expect(again.map((l) => l.id)).toEqual(['again:idler-binds/a']);
    expect(list.lines.filter((l) => l.id.startsWith('repair:') && l.state !== 'done')).toEqual([]);
  });
  it('names the clamp before the height', () => {
    const fault = (code: 'clamps-shell' | 'off-height') => ({ code, layer: 1, mm: 2 });
    expect(stackRepair([fault('off-height'), fault('clamps-shell')])).toContain('inner race');
    expect(stackRepair([fault('off-height')])).toContain('diagram');
  });
});
