/** Work before a check or a repair, such as removing a cover. Counted once for all that share it. Minutes include refitting. */
export interface Setup {
  readonly id: string;
  readonly label: string;
  readonly minutes: number;
  /** Setups that come first. */
  readonly needs: readonly string[];
}

export const SETUPS = [
  { id: 'belt-covers', label: 'Belt covers off', minutes: 5, needs: [] },
  { id: 'guards', label: 'Guards off', minutes: 8, needs: [] },
  { id: 'belt', label: 'Belt off', minutes: 12, needs: ['belt-covers'] },
  { id: 'idler', label: 'Idler off its bolt', minutes: 5, needs: ['belt'] },
  { id: 'stands', label: 'Machine or deck raised on stands', minutes: 6, needs: [] },
  { id: 'plug', label: 'Connector unplugged', minutes: 1, needs: [] },
  { id: 'tensioner', label: 'Tensioner dismantled', minutes: 15, needs: ['guards'] },
  { id: 'one-belt', label: 'Other belts off, propeller or cutter off', minutes: 20, needs: ['guards'] },
  { id: 'cvt-cover', label: 'CVT cover off', minutes: 8, needs: [] },
  { id: 'cvt-belt', label: 'CVT belt off', minutes: 6, needs: ['cvt-cover'] },
  { id: 'front-sheave', label: 'Primary sheave off', minutes: 12, needs: ['cvt-belt'] },
  { id: 'rear-clutch', label: 'Secondary off', minutes: 12, needs: ['cvt-belt'] },
] as const satisfies readonly Setup[];
export type SetupId = (typeof SETUPS)[number]['id'];
