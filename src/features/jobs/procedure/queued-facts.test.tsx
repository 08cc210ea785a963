import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Facts } from '@/core/machine';
import { serverThat, show } from '@/ui/test-shell';
import { Barred } from './barred';
import { FactField } from '../../machines/fact-field';
import { withQueuedFacts } from '../../machines/queued-facts';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);

const KNOWN: Facts = { power: { value: 'petrol', by: 'Ines', at: '2026-10-17T08:00:00Z' } };
const of = { machineId: 3, driveId: 7 };
const act = (input: object, refusal: string | null = null) => ({ input, refusal, doneAt: '2026-11-26T08:00:00Z' });
const said = (fact: string, value: unknown, subject: object = { machineId: 3 }) => act({ subject, fact, value });

describe('what was answered and waits to be sent', () => {
  it.each<[string, Parameters<typeof withQueuedFacts>[2], object]>([
    ['stands in place of what was known', [said('power', 'diesel')], { power: 'diesel' }],
    ['stands beside it', [said('turn', 'cw')], { power: 'petrol', turn: 'cw' }],
    ['of a drive, where it is this one', [said('brake', 'on-arm', { driveId: 7 })], { power: 'petrol', brake: 'on-arm' }],
    ['the last word is the one', [said('power', 'diesel'), said('power', 'mains')], { power: 'mains' }],
    ['a fact is forgotten', [said('power', null)], {}],
    ['not of another machine', [said('power', 'diesel', { machineId: 4 })], { power: 'petrol' }],
    ['not of another drive', [said('brake', 'on-arm', { driveId: 8 })], { power: 'petrol' }],
    ['not what the server refused', [act({ subject: { machineId: 3 }, fact: 'power', value: 'diesel' }, 'Gone.')], { power: 'petrol' }],
    ['not what is no answer', [said('power', 'steam'), said('colour', 'red'), act({ n: 1 })], { power: 'petrol' }],
  ])('%s', (_, commands, expected) => {
    const now = withQueuedFacts(KNOWN, of, commands);
    expect(Object.fromEntries(Object.entries(now).map(([id, known]) => [id, known.value]))).toEqual(expected);
  });

  it('selects an answer without a network immediately, and marks it as not sent', async () => {
    serverThat(null);
    show(<FactField id="power" facts={KNOWN} subjects={of} writable />);
    await userEvent.click(screen.getByRole('radio', { name: 'Diesel' }));
    await waitFor(() => expect(screen.getByRole('radio', { name: 'Diesel' }).getAttribute('aria-checked')).toBe('true'));
    expect(screen.getByText(/Not sent yet/)).toBeTruthy();
  });
});

describe('a tool that did not reach', () => {
  it('is stored with the drive, next to earlier ones', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const facts: Facts = { 'barred-tools': { value: ['Long bar fouls the tank'], by: 'Bram', at: '2026-10-17T08:00:00Z' } };
    show(<Barred driveId={7} facts={facts} />);
    await userEvent.click(screen.getByRole('button', { name: /did not reach/ }));
    await userEvent.type(screen.getByLabelText('Tool that did not reach, and tool that did'), 'Ratchet fouls; flat spanner reaches');
    await userEvent.click(screen.getByRole('button', { name: 'Save tool note' }));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        kind: 'fact.set',
        input: { subject: { driveId: 7 }, fact: 'barred-tools', value: ['Long bar fouls the tank', 'Ratchet fouls; flat spanner reaches'] },
      }),
    );
    await waitFor(() => expect(screen.queryByLabelText('Tool that did not reach, and tool that did')).toBeNull());
  });
  it('nothing is sent of it where it is left', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    show(<Barred driveId={7} facts={{}} />);
    await userEvent.click(screen.getByRole('button', { name: /did not reach/ }));
    expect((screen.getByRole('button', { name: 'Save tool note' }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(sent).toEqual([]);
  });
});
