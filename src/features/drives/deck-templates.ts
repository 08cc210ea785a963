import type { Drive } from '@/core/drive';
import { empty, pulley } from './template-parts';

type Point = { readonly x: number; readonly y: number };

/** A back idler on a slide. A lever pulls it against a span through its spring, and a lighter spring returns it. */
function drawnIn(
  at: Point,
  direction: number,
  travel: { max: number; lever: number; rate: number; free: number },
): Pick<Drive, 'tensioners' | 'springs'> {
  const along = (mm: number) => ({
    x: Math.round(at.x + mm * Math.cos((direction * Math.PI) / 180)),
    y: Math.round(at.y + mm * Math.sin((direction * Math.PI) / 180)),
  });
  const [toward, back] = [along(150), along(-110)];
  const pulled = along(travel.lever);
  return {
    tensioners: [{ id: 'slide', label: 'Idler slide', kind: 'slide', direction, carries: ['idler'], min: -30, max: travel.max }],
    springs: [
      {
        id: 'engage',
        label: 'Engagement spring',
        kind: 'extension',
        freeLength: travel.free,
        rate: travel.rate,
        initialTension: 15,
        from: { body: 'frame', ...toward, leverTravel: { dx: pulled.x - at.x, dy: pulled.y - at.y } },
        to: { body: 'slide', ...at },
      },
      {
        id: 'return',
        label: 'Return spring',
        kind: 'extension',
        freeLength: 70,
        rate: 0.5,
        initialTension: 8,
        from: { body: 'frame', ...back },
        to: { body: 'slide', ...at },
      },
    ],
  };
}

function twoSpindles(): Drive {
  return {
    ...empty('New two-spindle deck', 'mower-deck'),
    pulleys: [
      pulley('engine', 'Engine pulley', 'driver', 0, 330, 140),
      pulley('right', 'Right spindle', 'driven', 260, 0, 130, { powerKw: 2.2 }),
      pulley('left', 'Left spindle', 'driven', -260, 0, 130, { powerKw: 2.2 }),
      pulley('idler', 'Engagement idler', 'idler', 236, 236, 85),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Deck belt',
        section: 'A',
        designation: 'A69',
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'idler', contact: 'back' },
          { pulley: 'right', contact: 'v' },
          { pulley: 'left', contact: 'v' },
        ],
      },
    ],
    ...drawnIn({ x: 236, y: 236 }, 218, { max: 140, lever: 190, rate: 5, free: 148 }),
    brakes: [{ id: 'brake', label: 'Blade brakes', tensioner: 'slide', appliesAt: 6, side: 'below' }],
  };
}

function threeSpindles(): Drive {
  return {
    ...empty('New three-spindle deck', 'mower-deck'),
    pulleys: [
      pulley('engine', 'Engine pulley', 'driver', 0, 320, 150),
      pulley('left', 'Left spindle', 'driven', -450, 0, 135, { powerKw: 2.2 }),
      pulley('rear', 'Rear back idler', 'idler', -180, 190, 90),
      pulley('centre', 'Centre spindle', 'driven', 0, -150, 135, { powerKw: 2.2 }),
      pulley('front', 'Front back idler', 'idler', 210, -125, 90),
      pulley('right', 'Right spindle', 'driven', 450, 0, 135, { powerKw: 2.2 }),
      pulley('idler', 'Tension idler', 'idler', 300, 250, 90),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Deck belt',
        section: 'B',
        designation: 'B100',
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'rear', contact: 'back' },
          { pulley: 'left', contact: 'v' },
          { pulley: 'centre', contact: 'v' },
          { pulley: 'front', contact: 'back' },
          { pulley: 'right', contact: 'v' },
          { pulley: 'idler', contact: 'back' },
        ],
      },
    ],
    ...drawnIn({ x: 300, y: 250 }, 235, { max: 170, lever: 210, rate: 8, free: 148 }),
    brakes: [{ id: 'brake', label: 'Blade brakes', tensioner: 'slide', appliesAt: 6, side: 'below' }],
  };
}

/** An electric clutch on the engine: the belt is always tight under a sprung idler. */
function electricClutch(): Drive {
  const { tensioners, springs } = drawnIn({ x: 210, y: 230 }, 218, { max: 120, lever: 0, rate: 5, free: 30 });
  return {
    ...empty('New electric-clutch deck', 'mower-deck'),
    pulleys: [
      pulley('clutch', 'Electric clutch', 'driver', 0, 330, 140),
      pulley('right', 'Right spindle', 'driven', 260, 0, 130, { powerKw: 2.2, inertia: 0.03 }),
      pulley('left', 'Left spindle', 'driven', -260, 0, 130, { powerKw: 2.2, inertia: 0.03 }),
      pulley('idler', 'Tension idler', 'idler', 210, 230, 85),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Deck belt',
        section: 'A',
        designation: 'A69',
        alwaysTight: true,
        route: [
          { pulley: 'clutch', contact: 'v' },
          { pulley: 'idler', contact: 'back' },
          { pulley: 'right', contact: 'v' },
          { pulley: 'left', contact: 'v' },
        ],
      },
    ],
    tensioners,
    springs: springs
      .filter((s) => s.id === 'engage')
      .map((s) => ({ ...s, label: 'Tension spring', from: { body: s.from.body, x: s.from.x, y: s.from.y } })),
    states: [{ name: 'running', lever: 1 }],
  };
}

/** No idler: two springs push the deck away from the engine; for fitting, a link holds it back. */
function slidingDeck(): Drive {
  const push = (id: string, label: string, x: number): Drive['springs'][number] => ({
    id,
    label,
    kind: 'compression',
    freeLength: 240,
    rate: 6.5,
    from: { body: 'frame', x, y: 290 },
    to: { body: 'deck', x, y: 460 },
  });
  return {
    ...empty('New sliding deck', 'mower-deck'),
    pulleys: [
      pulley('engine', 'Engine pulley', 'driver', 0, 0, 140),
      pulley('spindle', 'Driven spindle', 'driven', 90, 560, 130, { powerKw: 3.5 }),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Drive belt',
        section: 'B',
        designation: 'B59',
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'spindle', contact: 'v' },
        ],
      },
    ],
    tensioners: [{ id: 'deck', label: 'Deck on its slides', kind: 'slide', direction: 90, carries: ['spindle'], min: -24, max: 24 }],
    springs: [push('left', 'Left deck spring', -110), push('right', 'Right deck spring', 150)],
    states: [
      { name: 'locked-back', lever: 0, locks: { deck: -20 } },
      { name: 'running', lever: 1 },
    ],
  };
}

/** Two sheaves; the engine's bed is drawn back by a rod on either side. */
export function twinRods(): Drive {
  return {
    ...empty('New twin-rod drive', 'other'),
    pulleys: [
      pulley('engine', 'Engine sheave', 'driver', 0, 0, 170, { rpm: 2600 }),
      pulley('driven', 'Driven sheave', 'driven', 0, -780, 300, { powerKw: 12 }),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Band',
        section: 'B',
        count: 3,
        designation: '3/B88',
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'driven', contact: 'v' },
        ],
      },
    ],
    tensioners: [
      { id: 'bed', label: 'Engine bed', kind: 'slide', direction: 90, carries: ['engine'], min: -40, max: 40, locked: true, position: 15 },
    ],
    adjusters: [
      {
        id: 'rods',
        label: 'Twin rods',
        min: -40,
        max: 40,
        position: 15,
        tensioner: 'bed',
        screw: {
          pitch: 2.5,
          flats: 6,
          rods: [
            { id: 'left', label: 'Left rod', offset: -170 },
            { id: 'right', label: 'Right rod', offset: 170 },
          ],
        },
      },
    ],
    states: [{ name: 'running', lever: 1 }],
  };
}

/** Decks of other builds than one spindle. Measures are placeholders to be changed. */
export const DECK_TEMPLATES: readonly {
  readonly key: string;
  readonly title: string;
  readonly says: string;
  readonly make: () => Drive;
}[] = [
  {
    key: 'two-spindle',
    title: 'Two-spindle deck',
    says: 'Engine, two spindles, an idler pulled against the slack span, blade brakes.',
    make: twoSpindles,
  },
  {
    key: 'three-spindle',
    title: 'Three-spindle deck',
    says: 'Engine, three spindles, two fixed back idlers and one that tensions.',
    make: threeSpindles,
  },
  {
    key: 'electric-clutch',
    title: 'Electric-clutch deck',
    says: 'A clutch on the engine: the belt is always tight under a sprung idler.',
    make: electricClutch,
  },
  {
    key: 'sliding-deck',
    title: 'Sliding deck',
    says: 'No idler: springs push the deck itself; a link holds it back for fitting.',
    make: slidingDeck,
  },
];
