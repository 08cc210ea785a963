import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { TimesHeard } from '@/core/sound';
import { writeWav } from '@/formats/wav';
import { show } from '@/ui/test-shell';
import type { TimesRequest } from '@/services/solver';
import { seededRandom, type Drive } from '@/core/drive';
import { hearTimes } from '@/core/sound';
import { cycleFacts, simulatedCycle, type CycleBehaviour } from '@/lab/simulated-cycle';
import rider from '../../../demo/drives/orchard-rider.drive.json';
import { Listen } from './listen';
import { deviation, limitVerdict } from './messages';
import { signsOf, type SignRecord } from './signs';

const ask = vi.fn<(request: TimesRequest) => Promise<TimesHeard>>();
let isBroken = false;
vi.mock('@/client/solver', () => ({
  askTimes: (request: TimesRequest) => (isBroken ? Promise.reject(new Error('worker')) : ask(request)),
}));

const heard: TimesHeard = {
  engage: { at: 2, seconds: 1.4, sd: 0.1 },
  stop: { at: 7, seconds: 4.9, sd: 0.2 },
  run: { hz: 100, rpm: 3000 },
  quality: 'good',
  reason: 'both',
  track: [
    { t: 2, hz: 0 },
    { t: 3.4, hz: 100 },
    { t: 7, hz: 100 },
    { t: 11.9, hz: 0 },
  ],
  signs: { engineSag: 0.25, squeals: false, spindleGap: null },
};
const nothing: TimesHeard = {
  engage: null,
  stop: null,
  run: null,
  quality: 'none',
  reason: 'no-blades',
  track: [],
  signs: { engineSag: null, squeals: false, spindleGap: null },
};
const wav = () => new File([writeWav({ sampleRate: 8000, channels: [new Float32Array(8000 * 14)] })], 'cycle.wav', { type: 'audio/wav' });
const choose = (file: File) => userEvent.upload(screen.getByLabelText('Recording of a cycle, a WAV file'), file);

describe('times by sound', () => {
  beforeEach(() => {
    isBroken = false;
    ask.mockReset().mockResolvedValue(heard);
  });

  it('shows both times with deviation, limit and the sag of the engine, and saves them once', async () => {
    const save = vi.fn().mockResolvedValue(true);
    show(<Listen drive={null} limitS={5} wanted={5} onSave={save} />);
    await choose(wav());
    const card = await screen.findByRole('region', { name: 'Cycle 1' });
    expect(card.textContent).toContain('1.4 s');
    expect(card.textContent).toContain('±0.2 s');
    expect(card.textContent).toContain('4.9 s');
    expect(card.textContent).toContain('Blades at 3000 rpm');
    // 4.9 s ± 0.4 s is on both sides of the limit.
    expect(card.textContent).toContain('Too near the limit of 5 s. Time it again.');
    expect(card.textContent).toContain('Engine speed falls by 25% during engagement.');
    await userEvent.click(screen.getByRole('button', { name: 'Save cycle' }));
    expect(save.mock.calls[0]![0]).toEqual([
      { what: 'engagement', seconds: expect.closeTo(1.4, 6), sdS: 0.1 },
      { what: 'stop', seconds: expect.closeTo(4.9, 6), sdS: 0.2 },
    ]);
    // Once it is on the ticket it is not here to be saved again.
    expect(screen.queryByRole('region', { name: 'Cycle 1' })).toBeNull();
  });

  it('takes the marks where a person moved them, without a deviation, and resets them', async () => {
    const save = vi.fn().mockResolvedValue(true);
    show(<Listen drive={null} limitS={null} wanted={1} onSave={save} />);
    await choose(wav());
    const card = await screen.findByRole('region', { name: 'Cycle 1' });
    fireEvent.change(within(card).getByRole('slider', { name: 'Standstill' }), { target: { value: '10' } });
    expect(card.textContent).toContain('3.0 s');
    expect(card.textContent).toContain('The times have no calculated deviation.');
    await userEvent.click(within(card).getByRole('button', { name: 'Reset marks' }));
    expect(card.textContent).toContain('4.9 s');
    fireEvent.change(within(card).getByRole('slider', { name: 'Lever moved' }), { target: { value: '1.5' } });
    await userEvent.click(screen.getByRole('button', { name: 'Save cycle' }));
    expect(save.mock.calls[0]![0][0]).toEqual({ what: 'engagement', seconds: expect.closeTo(1.9, 6), sdS: null });
  });

  it('keeps the other cycles when one is discarded or not understood', async () => {
    show(<Listen drive={null} limitS={5} wanted={5} onSave={vi.fn()} />);
    await choose(wav());
    await choose(wav());
    const second = await screen.findByRole('region', { name: 'Cycle 2' });
    ask.mockResolvedValue(nothing);
    await choose(wav());
    expect(await screen.findByText(/^No blades were heard\. Check the number of blade tips, .* or use the stopwatch\.$/)).toBeTruthy();
    await userEvent.click(within(second).getByRole('button', { name: 'Discard cycle' }));
    expect(screen.queryByRole('region', { name: 'Cycle 2' })).toBeNull();
    expect(screen.getByRole('region', { name: 'Cycle 1' })).toBeTruthy();
  });

  it('saves all cycles in order, and keeps those after one that was refused', async () => {
    const save = vi.fn().mockResolvedValueOnce(true).mockResolvedValueOnce(false);
    show(<Listen drive={null} limitS={5} wanted={5} onSave={save} />);
    for (let i = 0; i < 3; i++) await choose(wav());
    await screen.findByRole('region', { name: 'Cycle 3' });
    await userEvent.click(screen.getByRole('button', { name: 'Save 3 cycles' }));
    expect(save).toHaveBeenCalledTimes(2);
    expect(screen.queryByRole('region', { name: 'Cycle 1' })).toBeNull();
    expect(screen.getByRole('region', { name: 'Cycle 2' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Save 2 cycles' })).toBeTruthy();
  });

  it('asks with the spindles and tips that are chosen', async () => {
    show(<Listen drive={null} limitS={5} wanted={1} onSave={vi.fn()} />);
    await userEvent.click(within(screen.getByRole('radiogroup', { name: 'Spindles' })).getByRole('radio', { name: '3' }));
    await userEvent.click(within(screen.getByRole('radiogroup', { name: 'Blade tips on a spindle' })).getByRole('radio', { name: '4' }));
    await choose(wav());
    await screen.findByRole('region', { name: 'Cycle 1' });
    expect(ask.mock.calls[0]![0]).toMatchObject({ blades: 3, tips: 4, sampleRate: 8000 });
  });

  it('simulates a cycle of the drive, which cannot be saved', async () => {
    show(<Listen drive={rider as unknown as Drive} limitS={5} wanted={1} onSave={null} />);
    expect(screen.queryByRole('button', { name: 'Listen' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Simulate cycle' }));
    const card = await screen.findByRole('region', { name: 'Cycle 1' }, { timeout: 15_000 });
    expect(card.textContent).toContain('Simulated, not a measurement.');
    expect(screen.queryByRole('button', { name: /^Save/ })).toBeNull();
  });

  it('states the next action for a file that is not a recording, and without a microphone', async () => {
    show(<Listen drive={null} limitS={5} wanted={1} onSave={vi.fn()} />);
    await choose(new File(['text'], 'notes.wav', { type: 'audio/wav' }));
    expect(await screen.findByText('notes.wav: this is not a WAV file; save the recording as WAV.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Listen' }));
    expect(await screen.findByText(/^The microphone cannot be used here\./)).toBeTruthy();
    isBroken = true;
    await choose(wav());
    expect(await screen.findByText('The recording could not be analysed. Try again, or use the stopwatch.')).toBeTruthy();
  });

  it('judges a time against its limit with its deviation', () => {
    expect(limitVerdict(4, 0.2, 5)).toEqual({ text: 'Within the limit of 5 s', isOver: false });
    expect(limitVerdict(5.5, 0.2, 5)).toEqual({ text: '■ Over the limit of 5 s', isOver: true });
    expect(limitVerdict(4.8, 0.2, 5).text).toMatch(/Too near the limit/);
    expect(limitVerdict(4.8, null, 5).isOver).toBe(false);
    expect(deviation(0.12)).toBe('±0.2 s');
  });
});

describe('signs of a cycle', () => {
  const cycle = (seconds: number, stopS: number, signs: Partial<TimesHeard['signs']>): TimesHeard => ({
    ...heard,
    engage: { at: 2, seconds, sd: 0.05 },
    stop: { at: 7, seconds: stopS, sd: 0.1 },
    signs: { ...heard.signs, engineSag: 0.1, ...signs },
  });
  const recorded = (of: TimesHeard, gapByPulleys = 0) => signsOf(of, null, gapByPulleys).map((s) => s.record);

  it('is empty for an even cycle', () => expect(recorded(cycle(1.4, 3, {}))).toEqual([]));
  it('has a squeal as a complaint', () => expect(recorded(cycle(1.4, 3, { squeals: true }))).toEqual([{ complaint: 'squeals' }]));
  it('has a prompt engagement as grabbing only where the engine sags', () => {
    expect(recorded(cycle(0.6, 3, { engineSag: 0.18 }))).toEqual([{ check: 'engages-grabbing' }]);
    expect(recorded(cycle(0.6, 3, { engineSag: 0.1 }))).toEqual([]);
    expect(recorded(cycle(1.4, 3, { engineSag: 0.3 }))).toEqual([null]);
  });
  it('has a stop that is hard with its deviation', () => {
    expect(recorded(cycle(1.4, 0.8, {}))).toEqual([{ check: 'stop-hard' }]);
    expect(recorded(cycle(1.4, 0.95, {}))).toEqual([]);
  });
  it('has a slower spindle only where its pulleys do not explain it', () => {
    expect(signsOf(cycle(1.4, 3, { spindleGap: 0.021 }), null, 0)[0]!.text).toContain('2.1% slower');
    expect(recorded(cycle(1.4, 3, { spindleGap: 0.021 }), 0.02)).toEqual([]);
  });

  it('is recorded by its button, once', async () => {
    ask.mockReset().mockResolvedValue(cycle(0.6, 3, { engineSag: 0.18, squeals: true }));
    const write = vi.fn().mockResolvedValue(true);
    const state = (record: SignRecord) => ('check' in record ? 'open' : 'recorded');
    show(<Listen drive={null} limitS={5} wanted={1} record={{ state, write }} onSave={vi.fn()} />);
    await choose(wav());
    await userEvent.click(await screen.findByRole('button', { name: 'Record: Grabs' }));
    expect(write).toHaveBeenCalledExactlyOnceWith({ check: 'engages-grabbing' });
    expect(screen.getByText('On the ticket.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Add complaint/ })).toBeNull();
  });
});

describe('a simulated cycle of a drive', () => {
  it.each([{ engageS: 0.7 }, { engageS: 2.6, stopS: 8 }, { stopS: 0.7 }, { stopS: 4.7 }])(
    'has the times of a faulty machine: %o',
    (wanted) => {
      const facts = cycleFacts(rider as unknown as Drive);
      const usual = simulatedCycle(facts, 2, seededRandom(4));
      const made = simulatedCycle(facts, 2, seededRandom(4), wanted);
      expect(made.engageS).toBeCloseTo(wanted.engageS ?? usual.engageS, 1);
      expect(made.stopS).toBeCloseTo(wanted.stopS ?? usual.stopS, 1);
    },
  );

  it('squeals and grabs as its sound is heard', () => {
    const facts = cycleFacts(rider as unknown as Drive);
    const signs = (behaviour: CycleBehaviour) => {
      const { sound, sampleRate } = simulatedCycle(facts, 2, seededRandom(4), behaviour);
      const of = hearTimes([sound], sampleRate, { tips: 2 });
      return signsOf(of, null, 0).map((s) => s.record);
    };
    expect(signs({ engageS: 2.6, squeals: true })).toEqual([{ complaint: 'squeals' }]);
    expect(signs({ grabs: true })).toEqual([{ check: 'engages-grabbing' }]);
    expect(signs({ engageS: 0.7 })).toEqual([]);
  });

  it('is heard through the same chain as a recording, at the speed and within the times of the drive', () => {
    const facts = cycleFacts(rider as unknown as Drive);
    const { sound, sampleRate, engageS, stopS } = simulatedCycle(facts, 2, seededRandom(4));
    const answer = hearTimes([sound], sampleRate, { tips: 2, runRpm: facts.engineRpm });
    expect(Math.abs(answer.engage!.seconds - engageS)).toBeLessThan(Math.max(0.2, 0.12 * engageS));
    expect(Math.abs(answer.stop!.seconds - stopS)).toBeLessThan(Math.max(0.25, 0.08 * stopS));
  });

  it('stops sooner with a brake', () => {
    const facts = cycleFacts(rider as unknown as Drive);
    const stop = (hasBrake: boolean) => simulatedCycle({ ...facts, hasBrake }, 2, seededRandom(4)).stopS;
    expect(stop(true)).toBeLessThan(0.7 * stop(false));
  });
});
