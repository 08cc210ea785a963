import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { CAUSES, type FaultCase, type FaultEvent } from '@/core/fault';
import type { Consent } from '@/core/job';
import { show } from '@/ui/test-shell';
import { answerTrace, answerWhatIf, type TraceAnswer, type TraceRequest, type WhatIfRequest } from '@/services/trace';
import { TracePanel } from './trace-panel';

/** Answers of the worker, without a worker. */
vi.mock('@/client/solver', () => ({
  useWhatIf: (request: WhatIfRequest | null) => ({ answer: request && answerWhatIf(request), pending: false }),
}));

const of = (history: FaultEvent[], complaint = ['thrown-releasing']): FaultCase => ({ kind: 'deck-lever', complaint, history, setups: [] });
type Panel = Parameters<typeof TracePanel>[0];
const given: { answer: TraceAnswer | null; failed: boolean; again: () => void } = { answer: null, failed: false, again: vi.fn() };
/** The panel of a case, with the answer of tracing. */
function panel(faultCase: FaultCase, more: Partial<Panel> = {}) {
  const request: TraceRequest = { faultCase, confirmed: [], corrections: [] };
  const latest = { ...given, answer: given.answer ?? answerTrace(request), pending: false, of: null };
  return show(<TracePanel {...{ request, latest }} onCheck={vi.fn()} onRepair={null} {...more} />);
}
const open = (faultCase: FaultCase, onRepair: Panel['onRepair'] = vi.fn().mockResolvedValue(true)) => {
  const onCheck = vi.fn();
  panel(faultCase, { onCheck, onRepair });
  return { onCheck, onRepair };
};

describe('why it does that', () => {
  /** As if tracing had this check next: which it is, is the engine’s and tried there. */
  const asNext = (check: string, faultCase: FaultCase = of([])) => {
    const { trace } = answerTrace({ faultCase, confirmed: [], corrections: [] });
    if (trace.status === 'ok') given.answer = { trace: { ...trace, next: [{ check, bits: 1, minutes: 1, score: 5 }], stop: null } };
  };
  afterEach(() => (given.answer = null));
  it('one check is next, with how it is made, and leads to it', async () => {
    asNext('idler-lean');
    const { onCheck } = open(of([]));
    expect(screen.getByText(/^Next check, 1 min$/)).toBeTruthy();
    expect(screen.getByText(/Compare the gap at its front/)).toBeTruthy();
    expect(screen.queryByText('Repair now')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Open check' }));
    expect(onCheck).toHaveBeenCalledWith('idler-lean');
  });
  it('lists what to check before the removed covers are refitted, also when a repair is due', async () => {
    const { onCheck } = open({ ...of([{ check: 'brake-released', result: 'bad' }]), setups: ['belt-covers'] });
    const list = within(screen.getByRole('region', { name: 'Check before refitting' }));
    expect(list.getByText(/Removed now: belt covers/)).toBeTruthy();
    const [first] = list.getAllByRole('listitem');
    await userEvent.click(within(first!).getByRole('button'));
    expect(onCheck).toHaveBeenCalledTimes(1);
    const listed = list.getAllByRole('listitem').length;
    await userEvent.click(list.getByRole('button', { name: /^Show \d+ more checks$/ }));
    expect(list.getAllByRole('listitem').length).toBeGreaterThan(listed);
  });
  it('answers a question in its place', async () => {
    asNext('began-blow');
    const onAnswer = vi.fn().mockResolvedValue(true);
    panel(of([]), { onAnswer });
    expect(screen.getByText(/^Next question, 1 min$/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Yes' }));
    expect(onAnswer).toHaveBeenCalledWith('began-blow', 'bad');
  });
  it('lists the automatic results, the last of each', () => {
    open(
      of([
        { check: 'grip-computed', result: 'bad' },
        { check: 'grip-computed', result: 'good' },
        { check: 'slack-computed', result: 'good' },
      ]),
    );
    expect(
      screen.getByText(/^Calculated from the drawing and its readings: grip as drawn and set: grips; slack on release: hangs slack\.$/),
    ).toBeTruthy();
  });
  it('shows the effect of each answer before a check is made', async () => {
    asNext('idler-lean');
    open(of([]));
    await userEvent.click(screen.getByRole('button', { name: 'Effect of each result' }));
    expect(screen.getAllByText(/likely: .* \d+%(, up|, down)?; /).length).toBeGreaterThanOrEqual(2);
  });
  it('shows the check that separates the first two, unless it is answered', async () => {
    const { onCheck } = open(
      of([
        { check: 'idler-lean', result: 'bad' },
        { check: 'idler-tip', result: 'bad' },
      ]),
    );
    expect(screen.getByText('The first two causes have the same signs')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Sight the idler against the deck' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Brake on when released' }));
    expect(onCheck).toHaveBeenCalledWith('brake-released');
  });
  describe('what costs more than is spent unasked', () => {
    const proved = ['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }));
    const asking = (said: Consent['said'], more: Partial<Panel> = {}) => {
      const onRepair = vi.fn().mockResolvedValue(true);
      panel(of(proved), { onRepair, consentFor: () => ({ needed: true, said }), ...more });
      return onRepair;
    };
    it('repairs after the customer agreed, and saves both', async () => {
      const onRepair = asking('not-asked');
      expect(screen.getByText('Ask the customer, then repair')).toBeTruthy();
      await userEvent.click(screen.getByRole('button', { name: 'Customer agreed: mark as repaired' }));
      expect(onRepair).toHaveBeenCalledWith('brake-not-landing', 'here', true);
    });
    it('stays in where that is declined, and is proposed no more', async () => {
      const onRepair = asking('waiting');
      expect(screen.getByText(/wants to think about it/)).toBeTruthy();
      await userEvent.click(screen.getByRole('button', { name: 'Customer declined: do not repair' }));
      expect(onRepair).toHaveBeenCalledWith('brake-not-landing', 'left');
      cleanup();
      asking('declined', { left: ['brake-not-landing'] });
      expect(screen.queryByText(/^Repair now|^Ask the customer/)).toBeNull();
    });
    it('repairs directly if it was approved already', () => {
      asking('approved');
      expect(screen.getByText(/The customer agreed to it/)).toBeTruthy();
      expect(screen.getByRole('button', { name: 'Mark as repaired' })).toBeTruthy();
    });
  });
  it('repairs a confirmed fault by its button, immediately if dangerous, and saves the repair', async () => {
    const { onRepair } = open(of(['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }))));
    expect(screen.getByText('Repair now')).toBeTruthy();
    expect(screen.getByText(CAUSES.find((c) => c.id === 'brake-not-landing')!.repair.name)).toBeTruthy();
    expect(screen.getByText(/dangerous: brake stays off when released\. Repair it now, even if other faults remain/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Mark as repaired' }));
    await waitFor(() => expect(onRepair).toHaveBeenCalledWith('brake-not-landing', 'here', false));
  });
  it('shows the evidence for and against a cause, and marks it as repaired before intake', async () => {
    const { onRepair } = open(
      of([
        { check: 'idler-tip', result: 'bad' },
        { check: 'idler-lean', result: 'good' },
      ]),
    );
    await userEvent.click(screen.getByRole('button', { name: /^Idler bearing tips/ }));
    expect(screen.getByText(/Supports it\. It explains: throws the belt when released/)).toBeTruthy();
    expect(screen.getByText(/Supports it\. .*tips\.$/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Repaired before intake, complaint continued' }));
    await waitFor(() => expect(onRepair).toHaveBeenCalledWith('idler-tips', 'before'));
  });
  it('offers no repair without write access', () => {
    open(of(['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }))), null);
    expect(screen.getByText('Repair now')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Mark as repaired' })).toBeNull();
  });
  it('once it stays on the complaint is closed, and nothing more is looked for', () => {
    open(of([{ fixed: 'idler-tips' }, { prove: 'gone' }]));
    expect(screen.getByText(/the complaint is closed/)).toBeTruthy();
    expect(screen.queryByText(/Next check|Repair now/)).toBeNull();
  });
  it('names contradicting answers; a failed worker can be asked again', async () => {
    given.answer = { trace: { status: 'contradiction', conflicts: ['grip-computed'] } };
    const first = panel(of([]));
    expect(screen.getByText(/These findings contradict each other: .*Repeat it/)).toBeTruthy();
    first.unmount();
    given.answer = null;
    given.failed = true;
    open(of([]));
    given.failed = false;
    await userEvent.click(screen.getByRole('button', { name: 'Calculate again' }));
    expect(given.again).toHaveBeenCalledOnce();
  });
});
