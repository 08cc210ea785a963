import * as z from 'zod';
import { factOf, type Fact, type FactId } from './facts';

export type FactValue = string | number | readonly string[];

/** An answered fact. */
export interface Known {
  readonly value: FactValue;
  readonly by: string;
  /** ISO. */
  readonly at: string;
}
export type Facts = Readonly<Partial<Record<FactId, Known>>>;

const line = z.string().trim().min(1, 'Enter the line, or delete it.').max(200, 'A line must be at most 200 characters. Shorten it.');

/** The shape that answers of a fact have. */
export function factSchema(fact: Fact): z.ZodType<FactValue> {
  switch (fact.kind) {
    case 'choice':
      return z.enum(fact.choices.map((c) => c.id) as [string, ...string[]], { error: `${fact.label}: choose one of those offered.` });
    case 'number':
      return z
        .number({ error: `${fact.label}: enter a number.` })
        .min(0, `${fact.label} is 0 or more.`)
        .max(1000, `${fact.label}: enter at most 1000.`);
    case 'list':
      return z.array(line).max(40, `${fact.label}: enter at most 40 lines.`);
  }
}

/** Value of a fact: as answered, else its safe default. Null without a default. */
export function factNow(facts: Facts, id: FactId): FactValue | null {
  const known = facts[id];
  if (known) return known.value;
  const fact = factOf(id);
  return fact.kind === 'list' ? [] : fact.safe;
}

/** A fact in words. Null if unknown. */
export function factWords(fact: Fact, value: FactValue): string {
  if (fact.kind === 'choice') return fact.choices.find((c) => c.id === value)?.label ?? String(value);
  return typeof value === 'object' ? value.join('; ') : String(value);
}
