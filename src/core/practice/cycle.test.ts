import { describe, expect, it } from 'vitest';
import { vocabulary } from '../fault';
import { engagementOf } from '../tension';
import { cycleBehaviour, drawMachine, resultOf, MODELS } from '.';

const words = vocabulary();
const LIMIT_S = 5;
const MEANING = { prompt: 'good', soft: 'watch', slips: 'bad' } as const;

describe('a cycle of a practice machine', () => {
  const machines = MODELS.flatMap(({ kind }) => Array.from({ length: 40 }, (_, seed) => drawMachine(words, kind, seed)));

  it('has the times that its checks show, with the faults that are left', () => {
    const seen = new Set<string>();
    for (const machine of machines) {
      const session = { left: machine.faults };
      const of = cycleBehaviour(words, machine, session, LIMIT_S);
      const result = (look: string) => resultOf(words, machine, session, { look });
      const isAsked = (check: string) => words.checks.find((c) => c.id === check)!.kinds.includes(machine.kind);
      if (isAsked('engagement-time')) {
        expect(MEANING[engagementOf(of.engageS!)]).toBe(result('engagement-time'));
        seen.add(`engages ${result('engagement-time')}${of.grabs ? ' grabbing' : ''}`);
      } else expect(of.engageS).toBeUndefined();
      if (isAsked('stop-time')) {
        expect(of.stopS! > LIMIT_S).toBe(result('stop-time') === 'bad');
        seen.add(`stops ${result('stop-time')}`);
      } else expect(of.stopS).toBeUndefined();
    }
    expect(seen).toContain('engages good');
    expect(seen).toContain('engages bad');
    expect(seen).toContain('stops good');
    expect(seen).toContain('stops bad');
  });

  it('squeals only while the fault of that complaint is left', () => {
    const squealing = machines.filter((m) => m.complaint.includes('squeals') && m.complaint.length === 1);
    expect(squealing.length).toBeGreaterThan(0);
    for (const machine of squealing) {
      expect(cycleBehaviour(words, machine, { left: machine.faults }, LIMIT_S).squeals).toBe(true);
      expect(cycleBehaviour(words, machine, { left: [] }, LIMIT_S).squeals).toBe(false);
    }
  });
});
