import { afterEach, describe, expect, it, vi } from 'vitest';
import { BOOKED_BELT } from '@/core/job/test-job';
import type { TicketEntry } from '@/contract/records';
import { formatMoney } from '@/core/quantity';
import { unitsFor } from '@/ui/units';
import { timesIn } from '@/ui/when';
import { RIDER_DRIVE } from '../test-records';
import { contentOf, plainText } from './lines';
import { aJob, ticketLine } from './test-job';
import { pdfContent } from './ticket-pdf';
import { ticketSheet } from './ticket-sheet';

const formats = {
  units: unitsFor({ system: 'metric', inchDenominator: 16 }),
  money: { code: 'EUR', show: (hundredths: number) => formatMoney(hundredths, 'EUR') },
};
const say = { ...formats, when: timesIn('UTC') };
const textOf = (type: string, body: object) => plainText(contentOf(ticketLine('look', type, body), formats).pieces);

describe('text of a ticket line', () => {
  it.each<[string, object, string]>([
    [
      'timed',
      { what: 'stop', seconds: 6.2, when: 'found', limitS: 5, how: 'stopwatch', sdS: null },
      'Stop time as found: 6.2\u00a0s, over the limit of 5\u00a0s',
    ],
    [
      'timed',
      { what: 'stop', seconds: 5, when: 'final', limitS: 5, how: 'typed', sdS: null },
      'Stop time (final): 5\u00a0s, within the limit of 5\u00a0s (typed)',
    ],
    [
      'timed',
      { what: 'engagement', seconds: 1, when: 'found', limitS: null, how: 'stopwatch', sdS: null },
      'Engagement time as found: 1\u00a0s',
    ],
    [
      'secured',
      {
        list: 'after-run',
        cautions: [
          { id: 'a', words: 'Stop the engine.', at: '' },
          { id: 'b', words: 'Remove the key.', at: '' },
        ],
      },
      'Made safe after the run. Stop the engine. Remove the key.',
    ],
    ['decision', { act: 'Fit a new idler', answer: 'approved', priceCents: 1250 }, 'Fit a new idler: approved, €12.50'],
    [
      'proved',
      { belt: 'stays', complaint: 'gone', brake: 'lands', machine: 'sound', cycles: 1, watched: true },
      'The belt stays on; the complaint is fixed; the brake is on; the machine is in good order. 1 cycle, belt watched.',
    ],
    [
      'step',
      {
        step: 'bolt',
        words: 'Tighten the bolt.',
        outcome: 'skipped',
        readings: [{ what: 'Gap', state: 'engaged', value: 3, in: 'length' }],
        torque: null,
        why: 'no wrench',
      },
      'Skipped: Tighten the bolt. Gap engaged: 3.0 mm. (no wrench)',
    ],
    ['tally', { way: 'stored', count: 2, item: 'Skids', note: 'winter, rack 4' }, 'Stored: 2 skids, until winter, rack 4'],
    ['tally', { way: 'replaced', count: 1, item: 'Guide', note: 'a new guide' }, 'Not refitted: 1 guide, replaced by a new guide'],
    [
      'part-fitted',
      { partId: 1, quantity: 2, name: 'Bearing', number: 'K-17', bin: '', priceCents: 410 },
      '2 × Bearing, K-17, from stock, €8.20.',
    ],
    [
      'tension-basis',
      { loads: [{ pulley: 'a', label: 'Blade', kw: 3, guess: true }], ownTargetN: null, newBelt: true },
      'Calculated from Blade takes 3.00 kW (estimated); the belt is new.',
    ],
    ['tension-basis', { loads: [], ownTargetN: null, newBelt: false }, 'Calculated from the drive as drawn.'],
    [
      'procedure',
      { id: 'x', name: 'Deck belt, deck on', why: 'the guides come off' },
      'Procedure: Deck belt, deck on, because the guides come off.',
    ],
    ['skipped', { words: 'Check the idler', why: 'new last month' }, 'Skipped: Check the idler (new last month)'],
    ['changed', { change: 'replaced', on: 'idler', found: null, note: '' }, 'Replaced: idler.'],
    [
      'changed',
      { change: 'cleaned', on: 'pulley', found: null, note: 'Oil from the seal.' },
      'Cleaned: pulley or sheave. Oil from the seal.',
    ],
    ['changed', { change: 'clamped' }, 'Clamps and bolts tightened.'],
    [
      'changed',
      { change: 'adjusted', adjuster: { id: 'a', label: 'Cable bracket' }, to: 5.1, placeIn: 'length', turned: '2 holes' },
      'Cable bracket moved to 5.1 mm (2 holes).',
    ],
    [
      'asked',
      {
        ...{ complaints: ['slow-weak'], words: 'It slips', began: 'slowly', doneBefore: 'New belt', doneBy: 'the owner' },
        ...{ parts: 'not-asked', partsOf: 'not-asked', arrives: 'whole', beltEnded: 'not-asked', hoursBetween: 25 },
      },
      'Slow to engage, weak under load. “It slips” Started: slowly. Earlier work: New belt (the owner). Every 25 h.',
    ],
    ['setup', { setup: 'belt', up: true }, 'Belt off.'],
    ['setup', { setup: 'belt', up: false }, 'No longer: belt off.'],
    [
      'clearance',
      { what: 'keeper', part: { id: 'k', label: 'Loop' }, lever: 'engaged', lowMm: 1.5, highMm: 9, mm: 4 },
      'Loop, engaged: 4.0 mm, within its limits',
    ],
    [
      'clearance',
      { what: 'keeper', part: { id: 'k', label: 'Loop' }, lever: 'engaged', lowMm: 1.5, highMm: 9, mm: 12 },
      'Loop, engaged: 12.0 mm, out of its limits',
    ],
    [
      'width',
      {
        ...{ belt: { id: 'b', label: 'Drive belt' }, meter: 1500, fittedAt: 900, unit: 'km', method: 'single', widths: [29.9, 30] },
        ...{ zeroMm: 0, minimumMm: 28.6, newMm: null, on: null },
      },
      'Drive belt, one rib at 1500 km: 29.90 mm, 30.00 mm. Minimum width 28.60 mm.',
    ],
    [
      'tension-decided',
      {
        ...{ belt: 'b', act: 'replace', advised: 'adjust', because: 'low', to: null, hoursGained: null },
        ...{ savedCents: null, reason: 'Customer asked for it' },
      },
      'Replace the belt. Recommended: adjust it. Customer asked for it',
    ],
    [
      'mended',
      { cause: 'idler-tips', when: 'left', agreed: false, kind: 'deck-lever' },
      'Not repaired, customer declined: idler bearing tips.',
    ],
    [
      'mended',
      { cause: 'idler-tips', when: 'here', agreed: true, kind: 'deck-lever' },
      'Repaired: idler bearing tips; the customer agreed first.',
    ],
    ['stage', { state: 'held', why: 'waits for the belt' }, 'held: waits for the belt'],
    ['reopening', {}, 'Job reopened'],
  ])('of kind %s', (type, body, text) => {
    expect(textOf(type, body)).toBe(text);
  });
  it('shows lengths and prices in the formats of the reader', () => {
    const inch = { ...formats, units: unitsFor({ system: 'inch', inchDenominator: 16 }) };
    const entry = ticketLine('match', 'belt-booked', BOOKED_BELT);
    expect(plainText(contentOf(entry, inch).pieces)).toMatch(/^2 × 4L480 used from B2, €14\.80\. .* in outside\./);
  });
  it('separates the picture of a line from its text, and a recording from a picture', () => {
    const of = (about: string) => contentOf(ticketLine('look', 'picture', { documentId: 7, shows: 'Groove', about }), formats);
    expect(of('finding groove')).toMatchObject({ pieces: ['Groove'], media: { documentId: 7, isSound: false } });
    expect(of('sound long span')).toMatchObject({ media: { isSound: true } });
  });
});

const entries = [
  ticketLine('look', 'note', { text: 'Idler growls.' }, { id: 1, at: '2026-11-20T09:00:00Z' }),
  ticketLine('look', 'note', { text: 'Wrong machine.' }, { id: 2, withdrawn: true }),
  ticketLine('match', 'belt-booked', BOOKED_BELT, { id: 3, at: '2026-11-20T09:30:00Z', by: 'Ines' }),
];
const job = aJob({ entries, closedAt: '2026-11-21T10:00:00Z', status: 'closed', customer: '' });

describe('a printed ticket', () => {
  it('holds the valid lines in their order, without empty facts', () => {
    const sheet = ticketSheet(job, null, 'Quay Bay Repairs', say);
    expect(sheet.rows.map((r) => [r.time, r.by, plainText(r.content.pieces).slice(0, 13)])).toEqual([
      ['20 Nov 2026, 09:00', 'Bram', 'Idler growls.'],
      ['20 Nov 2026, 09:30', 'Ines', '2 × 4L480 use'],
    ]);
    expect(sheet.dates).toBe('Opened 20 Nov 2026, closed 21 Nov 2026');
    expect(sheet.facts.flat().map(([label]) => label)).toEqual(['Machine', 'Complaint', 'Stages']);
    expect(sheet.outsideMm).toBe(BOOKED_BELT.outsideMm);
  });
  it('names the belt in the caption only if a belt was used on the shown drive', () => {
    const shown = { drive: RIDER_DRIVE.document, beltId: 'blade', asBooked: true };
    expect(ticketSheet(job, shown, '', say).caption).toContain('4L480');
    expect(ticketSheet(aJob(), shown, '', say).caption).toBe('The drive as drawn, engaged');
  });
});

describe('a ticket as PDF', () => {
  afterEach(() => void vi.unstubAllGlobals());
  const svg = (): SVGSVGElement => {
    const drawn = { attributes: { width: '100%' } as Record<string, string> };
    const element = {
      cloneNode: () => element,
      setAttribute: (name: string, value: string) => (drawn.attributes[name] = value),
      get outerHTML() {
        return `<svg ${JSON.stringify(drawn.attributes).replaceAll('"', "'")}/>`;
      },
    };
    return element as unknown as SVGSVGElement;
  };
  it('contains the sheet in its order, with drawing and signatures', async () => {
    const sheet = ticketSheet(job, null, 'Quay Bay Repairs', say);
    const text = JSON.stringify(await pdfContent(sheet, { svg: svg(), text: '4L475 on the drive.' }));
    const places = [
      'Quay Bay Repairs',
      'Ticket 213',
      'Orchard rider',
      '4L475 on the drive.',
      'Idler growls.',
      ' used from B2',
      'Technician',
    ].map((t) => text.indexOf(t));
    expect(places.every((p) => p >= 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    expect(text).not.toContain('Wrong machine.');
    // A share of the page means nothing on a sheet.
    expect(text).not.toContain('100%');
  });
  it('prints in bold what is bold on the sheet', async () => {
    const text = JSON.stringify(await pdfContent(ticketSheet(job, null, '', say), null));
    expect(text).toContain('{"text":"2 × 4L480","bold":true}');
    expect(text).toContain('{"text":"Idler growls."}');
  });
  it('prints a line without its picture if that cannot be loaded', async () => {
    vi.stubGlobal('fetch', async () => ({ ok: false }));
    const pictures: TicketEntry[] = [ticketLine('look', 'picture', { documentId: 7, shows: 'Cracked groove', about: 'step a' })];
    const text = JSON.stringify(await pdfContent(ticketSheet(aJob({ entries: pictures }), null, '', say), null));
    expect(text).toContain('Cracked groove');
    expect(text).not.toContain('"image"');
  });
  it('reports an empty ticket', async () => {
    expect(JSON.stringify(await pdfContent(ticketSheet(aJob(), null, '', say), null))).toContain('No entries yet.');
  });
});
