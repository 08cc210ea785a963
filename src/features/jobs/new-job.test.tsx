import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { NewJobScreen } from './new-job-screen';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
const drives = vi.hoisted(() => ({ answer: new Promise<unknown>(() => undefined) }));
vi.mock('../queries/ask', async () =>
  (await import('../test-features')).queriesThat({
    'drives.of-machine': () => drives.answer,
    'machines.choose': () => [{ id: 3, label: 'Orchard rider', detail: 'Isla Ferrow' }],
  }),
);

const belt = (id: string, label: string) => ({ id, label, section: '4L', designation: null, length: null });
const drive = {
  id: 8,
  name: 'Deck',
  kind: 'lever',
  pulleys: 4,
  belts: [belt('blade', 'Blade belt'), belt('pump', 'Pump belt')],
  changedBy: '',
  changedAt: '',
};

describe('a job is opened', () => {
  const fill = async () => {
    await userEvent.click(screen.getByRole('combobox', { name: 'Machine' }));
    await userEvent.click(await screen.findByRole('option', { name: /Orchard rider/ }));
    await userEvent.type(screen.getByLabelText('Fault, in a few words'), 'Slips');
  };
  const open = () => userEvent.click(screen.getByRole('button', { name: 'Open the job' }));
  beforeEach(() => {
    drives.answer = new Promise(() => undefined);
  });
  it('leaves the choice to the server while its drives are loading, without calling them none', async () => {
    const { sent } = serverThat({ ok: true, value: { number: 5 } });
    show(<NewJobScreen machine={null} own={[]} />);
    await fill();
    expect(screen.getByLabelText('Loading its drives')).toBeTruthy();
    await open();
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'job.open', input: { machineId: 3, title: 'Slips' } });
    expect(sent[0]!.input).not.toHaveProperty('driveId');
  });
  it('about the belt that was chosen of those that have come', async () => {
    drives.answer = Promise.resolve([drive]);
    const { sent } = serverThat({ ok: true, value: { number: 6 } });
    show(<NewJobScreen machine={null} own={[]} />);
    await fill();
    await userEvent.click(await screen.findByRole('combobox', { name: 'Drive and belt' }));
    await userEvent.click(screen.getByRole('option', { name: 'Pump belt: Deck' }));
    await open();
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ input: { driveId: 8, beltId: 'pump' } });
  });
  it('sends nothing without a machine, and shows it at the field', async () => {
    const { sent } = serverThat({ ok: true, value: { number: 7 } });
    show(<NewJobScreen machine={null} own={[]} />);
    await userEvent.type(screen.getByLabelText('Fault, in a few words'), 'Slips');
    await open();
    expect(await screen.findByText('Choose the machine.')).toBeTruthy();
    expect(sent).toEqual([]);
  });
});
