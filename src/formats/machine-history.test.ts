import { describe, expect, it } from 'vitest';
import { readCsv } from './csv';
import { historyCsv, historyJson, type MachineHistory } from './machine-history';

const history: MachineHistory = {
  machine: { name: 'Orchard rider', maker: 'Thrushbeck', model: 'Thrushbeck Copse', serial: 'SK-4137', customer: 'Isla Ferrow' },
  events: [
    { at: '2026-11-25T09:00:00.000Z', kind: 'line', what: '=HYPERLINK("x")', by: 'Bram', job: 213 },
    { at: '2026-11-20T09:00:00.000Z', kind: 'meter', what: '412.6 h', by: '', job: null },
    { at: '2026-11-19T09:00:00.000Z', kind: 'line', what: 'Said “slips”, then\nsmoked', by: 'Ines', job: 213 },
  ],
};

describe('a machine’s history as a file', () => {
  it('as CSV reads back row by row, and holds nothing that a spreadsheet would run', () => {
    const text = historyCsv(history);
    expect(text.split('\n')[0]).toBe('time,kind,job,what,by');
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    const read = readCsv(text);
    if (!read.ok) throw new Error(read.problem);
    expect(read.rows.map((r) => [r.cells['job'], r.cells['what']])).toEqual([
      ['213', '=HYPERLINK("x")'],
      ['', '412.6 h'],
      ['213', 'Said “slips”, then\nsmoked'],
    ]);
  });
  it('states its kind and its machine as JSON', () => {
    expect(JSON.parse(historyJson(history))).toEqual({ format: 'taut-sheave-machine-history', version: 1, ...history });
  });
});
