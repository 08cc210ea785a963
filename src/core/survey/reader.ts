/** Values measured outside the sheet, by name, so that each can be bumped by its own deviation. */
export type Bump = { readonly key: string; readonly by: number } | null;
export interface Reader {
  take(key: string, value: number, sd: number): number;
  readonly sds: Map<string, number>;
}

export const newReader = (bump: Bump): Reader => {
  const sds = new Map<string, number>();
  return {
    sds,
    take(key, value, sd) {
      sds.set(key, sd);
      return bump?.key === key ? value + bump.by * sd : value;
    },
  };
};

/** Rounds to the number of decimals in a drive file. */
export const round = (v: number, digits = 4) => Number(v.toFixed(digits)) + 0;
