import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { CAUSES, type FaultCase, type FaultEvent } from '@/core/fault';
import { show } from '@/ui/test-shell';
import { answerTrace, type TraceAnswer, type TraceRequest } from '@/workers/trace-service';
import { TracePanel } from './trace-panel';

const given = vi.hoisted(() => ({ answer: null as unknown, failed: false, again: () => undefined }));
/** What a worker would answer, without one. */
vi.mock('@/ui/solver', () => ({
  useTrace: (request: TraceRequest) => ({
    answer: given.answer ?? answerTrace(request),
    pending: false,
    failed: given.failed,
    again: given.again,
  }),
}));

const of = (history: FaultEvent[], complaint = ['thrown-releasing']): FaultCase => ({ kind: 'deck-lever', complaint, history, setups: [] });
const open = (faultCase: FaultCase, onMend: Parameters<typeof TracePanel>[0]['onMend'] = vi.fn().mockResolvedValue(true)) => {
  const onCheck = vi.fn();
  show(<TracePanel request={{ faultCase, confirmed: [] }} onCheck={onCheck} onMend={onMend} />);
  return { onCheck, onMend };
};

describe('why it does that', () => {
  it('one check is next, with how it is made, and leads to it', async () => {
    const { onCheck } = open(of([]));
    expect(screen.getByText(/^Look at this next, \d+ min$/)).toBeTruthy();
    expect(screen.queryByText('Mend now')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Go to it' }));
    expect(onCheck).toHaveBeenCalledTimes(1);
  });
  it('a proved fault is mended by its act, at once where it is dangerous, and the mend is written', async () => {
    const { onMend } = open(of(['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }))));
    expect(screen.getByText('Mend now')).toBeTruthy();
    expect(screen.getByText(CAUSES.find((c) => c.id === 'brake-not-landing')!.mend.act)).toBeTruthy();
    expect(screen.getByText(/dangerous: brake does not land\. It is mended whatever else there is/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'It is mended' }));
    await waitFor(() => expect(onMend).toHaveBeenCalledWith('brake-not-landing', 'here'));
  });
  it('a cause tells what speaks for it and against it, and can be said to have been mended before', async () => {
    const { onMend } = open(
      of([
        { check: 'idler-tip', result: 'bad' },
        { check: 'idler-lean', result: 'good' },
      ]),
    );
    await userEvent.click(screen.getByRole('button', { name: /^Idler bearing tips/ }));
    expect(screen.getByText(/Speaks for it\. It explains: throws the belt when released/)).toBeTruthy();
    expect(screen.getByText(/Speaks for it\. .*tips\.$/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'It was mended before it came, and went on' }));
    await waitFor(() => expect(onMend).toHaveBeenCalledWith('idler-tips', 'before'));
  });
  it('whoever may not write reads it all and is offered no mend', () => {
    open(of(['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }))), null);
    expect(screen.getByText('Mend now')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'It is mended' })).toBeNull();
  });
  it('once it stays on the complaint is closed, and nothing more is looked for', () => {
    open(of([{ fixed: 'idler-tips' }, { prove: 'gone' }]));
    expect(screen.getByText(/the complaint is closed/)).toBeTruthy();
    expect(screen.queryByText(/Look at this next|Mend now/)).toBeNull();
  });
  it('answers that cannot stand together are named; a worker that fails can be asked again', () => {
    given.answer = { trace: { status: 'contradiction', conflicts: ['window-computed'] } } satisfies TraceAnswer;
    const first = show(<TracePanel request={{ faultCase: of([]), confirmed: [] }} onCheck={vi.fn()} onMend={null} />);
    expect(screen.getByText(/These answers cannot stand together: .*Look at it once more/)).toBeTruthy();
    first.unmount();
    given.answer = null;
    given.failed = true;
    open(of([]));
    expect(screen.getByRole('button', { name: 'Work it out again' })).toBeTruthy();
    given.failed = false;
  });
});
