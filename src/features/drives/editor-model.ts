import type { Drive } from '@/core/drive';

export type PartList = 'pulleys' | 'belts' | 'tensioners' | 'springs' | 'adjusters' | 'brakes' | 'keepers' | 'states';

/** An id that the list does not hold yet: `pulley-3`. */
export function freshId(drive: Drive, list: Exclude<PartList, 'states'>, stem: string): string {
  const taken = new Set(drive[list].map((p) => p.id));
  for (let n = drive[list].length + 1; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}

/** Takes a pulley off the drive, and out of every route, tensioner and keeper that names it. */
export function withoutPulley(drive: Drive, id: string): Drive {
  return {
    ...drive,
    pulleys: drive.pulleys.filter((p) => p.id !== id),
    belts: drive.belts.map((b) => ({ ...b, route: b.route.filter((s) => s.pulley !== id) })),
    tensioners: drive.tensioners.map((t) => ({ ...t, carries: t.carries.filter((c) => c !== id) })).filter((t) => t.carries.length > 0),
    keepers: drive.keepers.filter((k) => k.near !== id),
  };
}

/** A new part of a list, somewhere sensible, with placeholder measures. */
export function newPart(drive: Drive, list: PartList): Drive {
  const xs = drive.pulleys.map((p) => p.x + p.outsideDiameter / 2);
  const right = xs.length ? Math.max(...xs) + 90 : 0;
  const [tensioner] = drive.tensioners;
  const [pulley] = drive.pulleys;
  switch (list) {
    case 'pulleys': {
      const first = drive.pulleys.length === 0;
      return {
        ...drive,
        pulleys: [
          ...drive.pulleys,
          {
            id: freshId(drive, list, 'pulley'),
            label: first ? 'Engine pulley' : `Pulley ${drive.pulleys.length + 1}`,
            role: first ? 'driver' : 'driven',
            x: Math.round(right),
            y: first ? 0 : (drive.pulleys[drive.pulleys.length - 1]?.y ?? 0),
            outsideDiameter: 100,
            face: 'v',
            ...(first ? { rpm: 3000, rotation: 'cw' as const } : {}),
          },
        ],
      };
    }
    case 'belts':
      return {
        ...drive,
        belts: [
          ...drive.belts,
          {
            id: freshId(drive, list, 'belt'),
            label: `Belt ${drive.belts.length + 1}`,
            section: 'A',
            route:
              drive.belts.length === 0
                ? drive.pulleys.map((p) => ({
                    pulley: p.id,
                    contact: p.role === 'idler' && p.face === 'flat' ? ('back' as const) : ('v' as const),
                  }))
                : [],
          },
        ],
      };
    case 'tensioners': {
      const carried =
        drive.pulleys.find((p) => p.role === 'idler' && !drive.tensioners.some((t) => t.carries.includes(p.id))) ??
        drive.pulleys.find((p) => !drive.tensioners.some((t) => t.carries.includes(p.id)));
      if (!carried) return drive;
      return {
        ...drive,
        tensioners: [
          ...drive.tensioners,
          {
            id: freshId(drive, list, 'arm'),
            label: 'Idler arm',
            kind: 'pivot',
            pivot: { x: carried.x + 100, y: carried.y + 60 },
            carries: [carried.id],
            min: -30,
            max: 30,
          },
        ],
      };
    }
    case 'springs': {
      const at = tensioner?.kind === 'pivot' ? tensioner.pivot : { x: pulley?.x ?? 0, y: pulley?.y ?? 0 };
      return {
        ...drive,
        springs: [
          ...drive.springs,
          {
            id: freshId(drive, list, 'spring'),
            label: 'Spring',
            kind: 'extension',
            freeLength: 100,
            rate: 3,
            initialTension: 8,
            from: { body: 'frame', x: at.x + 150, y: at.y - 40 },
            to: { body: tensioner?.id ?? 'frame', x: at.x + 40, y: at.y },
          },
        ],
      };
    }
    case 'adjusters':
      return {
        ...drive,
        adjusters: [...drive.adjusters, { id: freshId(drive, list, 'adjuster'), label: 'Adjuster', min: 0, max: 15, position: 0 }],
      };
    case 'brakes':
      return tensioner
        ? {
            ...drive,
            brakes: [
              ...drive.brakes,
              { id: freshId(drive, list, 'brake'), label: 'Brake', tensioner: tensioner.id, appliesAt: 0, side: 'above' },
            ],
          }
        : drive;
    case 'keepers':
      return pulley
        ? {
            ...drive,
            keepers: [
              ...drive.keepers,
              {
                id: freshId(drive, list, 'keeper'),
                label: 'Keeper',
                near: pulley.id,
                x: pulley.x,
                y: pulley.y + pulley.outsideDiameter / 2 + 8,
                gap: 3,
              },
            ],
          }
        : drive;
    case 'states':
      return { ...drive, states: [...drive.states, { name: `state ${drive.states.length + 1}`, lever: 0.5 }] };
  }
}
