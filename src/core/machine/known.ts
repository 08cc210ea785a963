import * as z from 'zod';
import { factOf, type Fact, type FactId } from './facts';

export type FactValue = string | number | readonly string[];

/** A fact as somebody answered it. */
export interface Known {
  readonly value: FactValue;
  readonly by: string;
  /** ISO. */
  readonly at: string;
}
export type Facts = Readonly<Partial<Record<FactId, Known>>>;

const line = z.string().trim().min(1, 'Enter the line, or delete it.').max(200, 'That line is longer than 200 characters.');

/** The shape that answers of a fact have. */
export function factSchema(fact: Fact): z.ZodType<FactValue> {
  switch (fact.kind) {
    case 'choice':
      return z.enum(fact.choices.map((c) => c.id) as [string, ...string[]], { error: `${fact.label}: choose one of those offered.` });
    case 'number':
      return z
        .number({ error: `${fact.label}: enter a number.` })
        .min(0, `${fact.label} is 0 or more.`)
        .max(1000, `${fact.label}: that is too much.`);
    case 'list':
      return z.array(line).max(40, `${fact.label}: 40 lines are enough.`);
  }
}

/** What a fact is taken to be: as answered, else its safe default; null where nothing may be taken. */
export function factNow(facts: Facts, id: FactId): FactValue | null {
  const known = facts[id];
  if (known) return known.value;
  const fact = factOf(id);
  return fact.kind === 'list' ? [] : fact.safe;
}

/** A fact in words; null where it is not known. */
export function factWords(fact: Fact, value: FactValue): string {
  if (fact.kind === 'choice') return fact.choices.find((c) => c.id === value)?.label ?? String(value);
  return typeof value === 'object' ? value.join('; ') : String(value);
}
