import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { USUAL_RULES } from '@/core/follow-up';
import { timesIn } from '@/ui/times';
import type { FollowUpLine } from '@/contract/records';
import { AnswerDialog } from './answer-dialog';
import { FollowUpRow } from './follow-up-row';
import { dueCount, dueWords, subjectOf } from './messages';
import { newSeasonId, rulesFrom, valuesOf } from './rules-form';

const AT = '2026-11-24T08:00:00Z';
const NOW = Date.parse('2026-12-01T08:00:00Z');
const LINE: FollowUpLine = {
  ...{ machineId: 7, machine: 'Slipway chipper', customer: 'Harbour Office', customerId: 3 },
  ...{ source: 'plan:209:25-h', kind: 'plan', postponed: false, job: 209, driveId: null, entryId: null },
  ...{ after: '25-h', checks: ['tension', 'clamps'], text: 'Bring the bar.', list: [] },
  due: { at: AT, earliest: '2026-11-10T08:00:00Z', latest: '2026-12-20T08:00:00Z', by: 'meter' },
};
const TRIAL: FollowUpLine = { ...LINE, source: 'trial:12', kind: 'trial', entryId: 12, after: null, checks: [], text: '4L475' };
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('a follow-up in words', () => {
  it('states content, date, range and basis', () => {
    expect(subjectOf(LINE)).toBe('Check tension, clamps and bolts. Bring the bar.');
    expect(subjectOf({ ...LINE, kind: 'season', text: 'Before winter', list: ['Check belts', 'Measure stop time'] })).toBe(
      'Before winter: Check belts; Measure stop time.',
    );
    expect(dueWords(LINE, timesIn('UTC'), NOW)).toBe(
      'Overdue since 24 Nov 2026. After 25 h, by its meter, likely 10 Nov 2026 to 20 Dec 2026.',
    );
    const dated = { ...LINE, after: null, postponed: true, due: { at: AT, earliest: AT, latest: AT, by: 'date' as const } };
    expect(dueWords(dated, timesIn('UTC'), Date.parse(AT) - 1)).toBe('Due 24 Nov 2026. Postponed.');
  });
  it('counts what is overdue and what is due soon', () => {
    expect(dueCount({ overdue: 1, soon: 0 })).toBe('1 follow-up is overdue');
    expect(dueCount({ overdue: 2, soon: 3 })).toBe('2 follow-ups are overdue, 3 due within 14 days');
  });
});

describe('a row', () => {
  it('opens a job on its machine, and shows no action to a person who may only read', () => {
    const { again } = show(<FollowUpRow line={LINE} now={NOW} onAnswer={vi.fn()} />);
    expect(screen.getByRole('link', { name: 'Open a job' }).getAttribute('href')).toBe('/jobs/new?machine=7');
    expect(screen.getByRole('link', { name: 'job 209' })).toBeTruthy();
    again(<FollowUpRow line={LINE} now={NOW} onAnswer={null} />);
    expect(screen.queryByRole('link', { name: 'Open a job' })).toBeNull();
    expect(screen.queryByRole('button')).toBeNull();
  });
  it('sends the result of a substitute with the customer’s words, and offers it again after a refusal', async () => {
    const { sent, answer } = serverThat({ ok: false, reason: 'refused', problem: 'Another user struck out this line.' });
    show(<FollowUpRow line={TRIAL} now={NOW} onAnswer={vi.fn()} />);
    await userEvent.type(screen.getByLabelText('Customer’s words'), 'Crept at idle.');
    await press('It did not');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ kind: 'trial.answer', input: { entryId: 12, worked: false, note: 'Crept at idle.' } }),
    );
    await waitFor(() => expect(screen.getByRole('button', { name: 'It worked' }).hasAttribute('disabled')).toBe(false));
    answer({ ok: true, value: null });
    await press('It worked');
    await waitFor(() => expect(sent[1]).toMatchObject({ input: { worked: true } }));
    expect(screen.getByRole('button', { name: 'It worked' }).hasAttribute('disabled')).toBe(true);
  });
});

describe('an answer', () => {
  it('is sent with its reason and its date, and stays open with a refusal at its field', async () => {
    const { sent, answer } = serverThat({ ok: false, reason: 'invalid', problem: 'Enter a reason.', field: 'reason' });
    const closed = vi.fn();
    show(<AnswerDialog line={LINE} onClose={closed} />);
    await userEvent.click(screen.getByRole('radio', { name: 'Postponed' }));
    await press('Save answer');
    expect(await screen.findByText('Enter a reason.')).toBeTruthy();
    expect(closed).not.toHaveBeenCalled();
    answer({ ok: true, value: { id: 5 } });
    await userEvent.type(screen.getByLabelText('Reason'), 'Away until May');
    await press('Save answer');
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(sent.at(-1)).toMatchObject({
      kind: 'follow-up.answer',
      input: {
        machineId: 7,
        source: 'plan:209:25-h',
        answer: 'postponed',
        reason: 'Away until May',
        until: expect.stringMatching(/^20\d\d-\d\d-\d\d$/),
      },
    });
  });
  it('that it is done needs no reason, and sends no date', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 5 } });
    show(<AnswerDialog line={LINE} onClose={vi.fn()} />);
    await press('Save answer');
    await waitFor(() => expect(sent[0]).toMatchObject({ input: { answer: 'done', reason: '', until: null } }));
  });
  it('cannot state that a substitute is done: its result is recorded instead', () => {
    show(<AnswerDialog line={TRIAL} onClose={vi.fn()} />);
    expect(screen.queryByRole('radio', { name: 'Done' })).toBeNull();
    expect(screen.getByRole('radio', { name: 'Waived' })).toBeTruthy();
  });
});

describe('rules as typed', () => {
  it('are read as the stored rules, unchanged', () => {
    expect(rulesFrom(valuesOf(USUAL_RULES))).toEqual({ ok: true, rules: USUAL_RULES });
  });
  it('name the field of a wrong number, also among kinds without an interval', () => {
    const values = valuesOf(USUAL_RULES);
    const banded = values.intervals.findIndex((i) => i.kind === 'banded');
    values.intervals[banded]!.every = '';
    expect(rulesFrom(values)).toEqual({ ok: false, field: `intervals.${banded}.every`, problem: 'The interval: enter a number.' });
    expect(rulesFrom({ ...valuesOf(USUAL_RULES), runInHours: '-2' })).toMatchObject({ ok: false, field: 'runInHours' });
  });
  it('take a decimal comma, and drop blank lines of a season', () => {
    const values = { ...valuesOf(USUAL_RULES), runInHours: '7,5' };
    values.seasons[0]!.list = 'Check belts\n\n  Measure tension  \n';
    const read = rulesFrom(values);
    expect(read.ok && [read.rules.runInHours, read.rules.seasons[0]?.list]).toEqual([7.5, ['Check belts', 'Measure tension']]);
  });
  it('name a new season by a number that no other has', () => {
    expect(newSeasonId(['mowing', 'season-1'])).toBe('season-2');
  });
});
