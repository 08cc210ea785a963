import { describe, expect, it } from 'vitest';
import { calendarText } from './calendar';

const NOW = new Date('2026-12-01T08:00:00Z');
const ENTRY = {
  id: '7-plan:209@taut-sheave',
  at: '2026-12-24T12:00:00Z',
  title: 'Slipway chipper, Otto; Isla',
  details: 'Check tension.\nDue 24 Dec 2026.',
};
const lines = (text: string) => text.replaceAll('\r\n ', '').split('\r\n');

describe('calendar file', () => {
  it('has one event for a whole day, with escaped text and CRLF line ends', () => {
    const text = calendarText('Follow-ups of Quay Bay', [ENTRY], 'UTC', NOW);
    const found = lines(text);
    expect(found[0]).toBe('BEGIN:VCALENDAR');
    expect(found).toContain('DTSTART;VALUE=DATE:20261224');
    expect(found).toContain('SUMMARY:Slipway chipper\\, Otto\\; Isla');
    expect(found).toContain('DESCRIPTION:Check tension.\\nDue 24 Dec 2026.');
    expect(found.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(1);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  });
  it('puts a moment on the day of the shop', () => {
    const late = { ...ENTRY, at: '2026-12-24T23:30:00Z' };
    expect(lines(calendarText('F', [late], 'Pacific/Auckland', NOW))).toContain('DTSTART;VALUE=DATE:20261225');
    expect(lines(calendarText('F', [late], 'America/Los_Angeles', NOW))).toContain('DTSTART;VALUE=DATE:20261224');
  });
  it('without entries is a valid, empty calendar', () => {
    expect(
      lines(calendarText('F', [], 'UTC', NOW))
        .filter((l) => l !== '')
        .at(-1),
    ).toBe('END:VCALENDAR');
  });
});
