import { procedureOf, type Instrument, type RunLine } from '@/core/job';

/** The instrument that a line of the run list is worked with; null where it has none. */
export function instrumentOf(line: RunLine | null | undefined): Instrument | null {
  switch (line?.work.kind) {
    case 'tension':
    case 'alignment':
    case 'width':
    case 'times':
      return line.work.kind;
    case 'times-found':
      return 'times';
    case 'step': {
      const { procedure, step } = line.work;
      return procedureOf(procedure)?.steps.find((s) => s.id === step)?.instrument ?? null;
    }
    default:
      return null;
  }
}
