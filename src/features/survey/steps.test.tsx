import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState, type ComponentType } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { notebookFor, validateNotebook, type Notebook } from '@/core/survey';
import { show } from '@/ui/test-shell';
import school from '../../../demo/notebooks/school-field.notebook.json';
import { TEMPLATES } from '../drives/templates';
import { ArmsStep } from './arms-step';
import { BeltStep } from './belt-step';
import { FinishStep } from './finish-step';
import { DraftScope } from './saved-field';
import { NextPanel } from './next-panel';
import { nextActionOf } from './next';
import { PulleysStep } from './pulleys-step';
import { RouteStep } from './route-step';
import { SpringsStep } from './springs-step';
import type { StepProps } from './steps';
import { StepsStrip } from './steps-strip';
import { TapeStep } from './tape-step';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);

const read = (document: unknown): Notebook => {
  const made = validateNotebook(document);
  if (!made.ok) throw new Error(made.problems[0]?.message);
  return made.notebook;
};
const blank = () => notebookFor(TEMPLATES.find((t) => t.key === 'blank')!.make());
const measured = () => read({ ...school, photos: [] });

const STEPS: readonly (readonly [string, ComponentType<StepProps>])[] = [
  ['pulleys', PulleysStep],
  ['route', (p) => <RouteStep {...p} belt={null} onBelt={vi.fn()} pose={null} problems={[]} />],
  ['tape', (p) => <TapeStep {...p} active={null} onActive={vi.fn()} />],
  ['arms', ArmsStep],
  ['springs', SpringsStep],
  ['belt', BeltStep],
  ['finish', (p) => <FinishStep {...p} problems={[]} onMake={null} onRemove={vi.fn()} />],
];
const stepNamed = (name: string) => STEPS.find(([n]) => n === name)![1];

/** A step with a notebook that stores every entry. Each entry must leave a valid notebook. */
function open(name: string, begins: Notebook, mayChange = true) {
  const Step = stepNamed(name);
  let now = begins;
  function Kept() {
    const [notebook, setNotebook] = useState(begins);
    const write: StepProps['write'] = (change) =>
      setNotebook((before) => {
        now = change(before);
        expect(validateNotebook(JSON.parse(JSON.stringify(now)))).toMatchObject({ ok: true });
        return now;
      });
    return (
      <DraftScope notebook={notebook} write={write}>
        <Step {...{ notebook, write, mayChange }} look={null} />
      </DraftScope>
    );
  }
  show(<Kept />);
  return () => now;
}
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const pick = async (label: string, option: string | RegExp, at = 0) => {
  await userEvent.click(screen.getAllByRole('combobox', { name: label })[at]!);
  await userEvent.click(screen.getByRole('option', { name: option }));
};
const type = async (label: string, text: string, at = 0) => {
  const field = screen.getAllByLabelText(label)[at] as HTMLInputElement;
  await userEvent.clear(field);
  await userEvent.type(field, text);
  await userEvent.tab();
};

describe('every step', () => {
  it.each(STEPS)('%s is readable without write access, and offers no changes', (name) => {
    const now = open(name, measured(), false);
    expect(screen.queryAllByRole('button', { name: /^(Add|Another|Remove)/ })).toEqual([]);
    for (const field of screen.queryAllByRole('textbox')) expect((field as HTMLInputElement).disabled).toBe(true);
    expect(now()).toEqual(measured());
  });
  it.each(STEPS)('%s works for an empty notebook', (name) => {
    open(name, blank());
    expect(document.body.textContent?.length).toBeGreaterThan(20);
  });
});

describe('pulleys', () => {
  it('the first drives and has a speed, the next is driven; both are numbered names', async () => {
    const now = open('pulleys', { ...blank(), pulleys: [] });
    await press('Add a pulley');
    await press('Add a pulley');
    expect(now().pulleys.map((p) => [p.label, p.role, p.rpm ?? null])).toEqual([
      ['Pulley 1', 'driver', 3000],
      ['Pulley 2', 'driven', null],
    ]);
  });
  it('reads a typed size; an invalid one changes nothing and is reported', async () => {
    const now = open('pulleys', { ...blank(), pulleys: [] });
    await press('Add a pulley');
    await type('Outside diameter', '4 1/2 in');
    expect(now().pulleys[0]!.outsideDiameter).toBeCloseTo(114.3, 6);
    await type('Outside diameter', 'about four');
    expect(now().pulleys[0]!.outsideDiameter).toBeCloseTo(114.3, 6);
    expect(screen.getAllByRole('alert').length).toBeGreaterThan(0);
  });
  it('by a string round the rim it is the string over π', async () => {
    const now = open('pulleys', { ...blank(), pulleys: [] });
    await press('Add a pulley');
    await pick('Size', 'String round the rim');
    await type('Round the rim', '314.159 mm');
    expect(now().pulleys[0]!.outsideDiameter).toBeCloseTo(100, 3);
  });
  it('one as wide as another follows it, until either is taken away', async () => {
    const now = open('pulleys', { ...blank(), pulleys: [] });
    await press('Add a pulley');
    await type('Outside diameter', '120 mm');
    await press('Add a pulley');
    await pick('Size', 'Same as another', 1);
    expect(now().pulleys[1]!.sameAs).toBe(now().pulleys[0]!.id);
    await press('Remove Pulley 1');
    expect(now().pulleys.map((p) => [p.label, p.sameAs])).toEqual([['Pulley 2', null]]);
  });
  it('removes a deleted pulley from every route and distance', async () => {
    const before = measured();
    const gone = before.pulleys.at(-1)!;
    const now = open('pulleys', before);
    await press(`Remove ${gone.label}`);
    expect(JSON.stringify({ ...now(), name: '', notes: '' })).not.toContain(`"${gone.id}"`);
  });
});

describe('arms', () => {
  it('one is put in with its pivot, asked for by the tape, and taken out with all that hung on it', async () => {
    const begins = { ...measured(), arms: [], springs: [] };
    const now = open('arms', begins);
    await press('Add an arm or a slide');
    const [arm] = now().arms;
    expect(now().points.some((p) => p.id === arm?.pivot)).toBe(true);
    expect(now().measures.length).toBeGreaterThan(begins.measures.length);
    await press(`Remove ${arm?.label}`);
    expect(now().arms).toEqual([]);
    expect(now().points.some((p) => p.id === arm?.pivot)).toBe(false);
  });
});

describe('springs', () => {
  it.each([
    ['Wire, coil and turns', 'wire'],
    ['The tension of the belt', 'taught'],
  ] as const)('its rate can come from %s', async (_words, by) => {
    const now = open('springs', { ...measured(), springs: [] });
    await press('Add a spring');
    expect(now().springs[0]!.rate.by).toBe('scale');
    await userEvent.click(screen.getByRole('combobox', { name: 'Rate from' }));
    const options = screen.getAllByRole('option');
    const wanted = options.find((o) => (by === 'wire' ? /wire/i : /belt|tension/i).test(o.textContent ?? ''))!;
    await userEvent.click(wanted);
    expect(now().springs[0]!.rate.by).toBe(by);
  });
  it('adds two points to measure, which are deleted with it', async () => {
    const begins = { ...measured(), springs: [] };
    const now = open('springs', begins);
    const before = now().points.length;
    await press('Add a spring');
    expect(now().points).toHaveLength(before + 2);
    await press(/^Remove/);
    expect(now().springs).toEqual([]);
    expect(now().points).toHaveLength(before);
  });
});

describe('the route', () => {
  it('fits and removes a belt, and keeps its keepers', async () => {
    const now = open('route', { ...measured(), belts: [] });
    await press('Add a belt');
    expect(now().belts).toHaveLength(1);
    await press(/^Remove/);
    expect(now().belts).toEqual([]);
  });
});

describe('the end', () => {
  it('saves the name while typing', async () => {
    const now = open('finish', measured());
    await type('Name of the drive', 'School field, as measured');
    expect(now().name).toBe('School field, as measured');
  });
});

describe('the strip of steps', () => {
  it('shows the progress of each, with a link to it', async () => {
    const went = vi.fn();
    show(<StepsStrip notebook={measured()} step="tape" onStep={went} routeDoubted={false} />);
    const strip = screen.getByRole('navigation', { name: 'Steps' });
    expect(within(strip).getByRole('button', { current: 'step' }).textContent).toMatch(/Tape|Distances/);
    await userEvent.click(within(strip).getByRole('button', { name: /^Springs/ }));
    expect(went).toHaveBeenCalledWith('springs');
  });
  it('does not call a route done that no belt can run', () => {
    const { container } = show(<StepsStrip notebook={measured()} step="tape" onStep={vi.fn()} routeDoubted />);
    expect(container.textContent).toContain('check again');
  });
});

describe('what to do next', () => {
  it('starts an empty notebook with the pulleys, and links to them', async () => {
    const go = vi.fn();
    const empty = { ...blank(), pulleys: [] };
    expect(nextActionOf(empty, null).kind).toBe('pulleys');
    show(
      <NextPanel
        notebook={empty}
        look={null}
        mayChange
        write={vi.fn()}
        onGo={go}
        onMake={vi.fn()}
        waiting={null}
        making={false}
        made={false}
      />,
    );
    expect(screen.getByRole('status').textContent).toContain('Calculating');
    await press('Open pulleys');
    expect(go).toHaveBeenCalledWith('pulleys');
  });
});
