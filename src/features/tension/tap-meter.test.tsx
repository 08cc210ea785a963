import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { seededRandom } from '@/core/drive';
import { QUIET_SCENE, tapSound } from '@/lab/tap-synthesis';
import { writeWav } from '@/formats/wav';
import { show } from '@/ui/test-shell';
import { solverService, type TapRequest } from '@/services/solver';
import { meanOf, TapMeter } from './tap-meter';
import { refusal } from '@/client/recorder';

/** Answers of the worker, without a worker. */
vi.mock('@/client/solver', () => ({ askTap: (request: TapRequest) => Promise.resolve(solverService.tap(request)) }));

const wav = (hz: number | null, name = 'span.wav') => {
  const scene = { ...QUIET_SCENE, ...(hz === null ? { strikes: [] } : { hz }) };
  return new File([writeWav({ sampleRate: 16000, channels: [tapSound(scene, seededRandom(5))] })], name, { type: 'audio/wav' });
};
const choose = (file: File) => userEvent.upload(screen.getByLabelText('Recording, a WAV file'), file);

describe('the tap meter', () => {
  it('takes the note of a recording, with each tap, and hands it on', async () => {
    const note = vi.fn();
    show(<TapMeter targetHz={60} onNote={note} />);
    await choose(wav(64));
    const said = (await screen.findByText(/ Hz ± .* Hz, clear\. The taps agree\.$/)).textContent!;
    const [hz, sd] = /^([\d.]+) Hz ± ([\d.]+) Hz/.exec(said)!.slice(1).map(Number);
    // The stated uncertainty is two standard deviations, and small. Both numbers are rounded to 0.1 Hz.
    expect(Math.abs(hz! - 64)).toBeLessThanOrEqual(sd! + 0.1);
    expect(sd! / 64).toBeLessThan(0.015);
    expect(screen.getByRole('img', { name: /^3\.0 s of sound, 3 taps in it$/ })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: new RegExp(`^Take ${hz}`) }));
    expect(note.mock.calls[0]![0]).toBeCloseTo(64, 0);
  });
  it('excludes deselected taps from the frequency', async () => {
    show(<TapMeter targetHz={null} onNote={vi.fn()} />);
    await choose(wav(64));
    for (const box of await screen.findAllByRole('checkbox', { name: /^Tap at/ })) await userEvent.click(box);
    expect(screen.getByText(/^No frequency\./)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
  });
  it('shows the next action for silence and for an invalid file, and keeps the earlier result', async () => {
    show(<TapMeter targetHz={60} onNote={vi.fn()} />);
    await choose(wav(null));
    expect(await screen.findByText(/No ring was found\. Wait half a second/)).toBeTruthy();
    await choose(new File(['not sound'], 'notes.wav', { type: 'audio/wav' }));
    expect(await screen.findByText('notes.wav: this is not a WAV file; save the recording as WAV.')).toBeTruthy();
    expect(screen.getByText(/No ring was found/)).toBeTruthy();
  });
  it('marks a simulated tap, which cannot be saved as a reading', async () => {
    show(<TapMeter targetHz={60} onNote={vi.fn()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Simulate tap' }));
    expect(await screen.findByText('Simulated, not a measurement.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
  });
  it('without a microphone a recording can still be opened', async () => {
    show(<TapMeter targetHz={60} onNote={vi.fn()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Listen' }));
    await waitFor(() => expect(screen.getByText(/^The microphone cannot be used here\. Open a recording instead\.$/)).toBeTruthy());
    const named = (name: string) => refusal(Object.assign(new Error('no'), { name }));
    expect(named('NotAllowedError')).toMatch(/is not allowed\. Allow it for this page/);
    expect(named('NotFoundError')).toMatch(/No microphone was found/);
    expect(named('NotReadableError')).toMatch(/Another program uses/);
  });
});

it('taps count by how well each is known', () => {
  expect(meanOf([])).toBeNull();
  expect(
    meanOf([
      { hz: 60, sdHz: 1 },
      { hz: 66, sdHz: 2 },
    ]),
  ).toBeCloseTo(61.2, 9);
});
