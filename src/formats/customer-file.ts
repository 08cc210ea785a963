interface Person {
  readonly name: string;
  readonly contact: string;
}

/** A machine of a customer, with all that the shop recorded of it. */
interface OwnMachine {
  readonly machine: {
    readonly name: string;
    readonly maker: string;
    readonly model: string;
    readonly serial: string;
    readonly notes: string;
  };
  readonly meter: readonly { readonly at: string; readonly value: number; readonly unit: string }[];
  readonly jobs: readonly {
    readonly number: number;
    readonly title: string;
    readonly openedAt: string;
    readonly closedAt: string | null;
  }[];
  readonly history: readonly {
    readonly at: string;
    readonly kind: string;
    readonly what: string;
    readonly by: string;
    readonly job: number | null;
  }[];
}

/** Everything that a shop stores about a customer, as JSON. Ids of rows are omitted: they mean nothing outside of the shop. */
export const customerFile = ({ name, contact }: Person, machines: readonly OwnMachine[], now: Date): string =>
  `${JSON.stringify(
    {
      format: 'taut-sheave-customer',
      version: 1,
      exportedAt: now.toISOString(),
      customer: { name, contact },
      machines: machines.map(({ machine: m, meter, jobs, history }) => ({
        machine: { name: m.name, maker: m.maker, model: m.model, serial: m.serial, notes: m.notes },
        meter: meter.map(({ at, value, unit }) => ({ at, value, unit })),
        jobs: jobs.map(({ number, title, openedAt, closedAt }) => ({ number, title, openedAt, closedAt })),
        history: history.map(({ at, kind, what, by, job }) => ({ at, kind, what, by, job })),
      })),
    },
    null,
    1,
  )}\n`;
