import type { Drive } from '@/core/drive';
import { DECK_TEMPLATES, twinRods } from './deck-templates';
import { empty, pulley, type Kind } from './template-parts';

export const KIND_WORDS: Readonly<Record<Kind, string>> = {
  'mower-deck': 'Mower deck',
  pto: 'PTO',
  'snow-thrower': 'Snow thrower',
  'ground-drive': 'Ground drive',
  accessory: 'Accessory drive',
  cvt: 'Variable drive (CVT)',
  other: 'Other',
};

/** An engine, one driven pulley and a sprung back idler on the slack side: the commonest clutching drive. Measures are placeholders to be changed. */
function clutched(name: string, kind: Kind, section: string, designation: string, driven: string, drivenY: number): Drive {
  return {
    ...empty(name, kind),
    pulleys: [
      pulley('engine', 'Engine pulley', 'driver', 0, 0, 100),
      pulley('driven', driven, 'driven', -40, drivenY, 127, { powerKw: 3 }),
      pulley('idler', 'Engagement idler', 'idler', 96, -215, 76),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Belt',
        section,
        designation,
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'idler', contact: 'back' },
          { pulley: 'driven', contact: 'v' },
        ],
      },
    ],
    tensioners: [{ id: 'arm', label: 'Idler arm', kind: 'pivot', pivot: { x: 175, y: -90 }, carries: ['idler'], min: -62, max: 8 }],
    springs: [
      {
        id: 'engage',
        label: 'Engagement spring',
        kind: 'extension',
        freeLength: 165,
        rate: 4,
        initialTension: 15,
        from: { body: 'frame', x: 330, y: -170, leverTravel: { dx: 52, dy: -67 } },
        to: { body: 'arm', x: 220, y: -30 },
      },
      {
        id: 'return',
        label: 'Return spring',
        kind: 'extension',
        freeLength: 120,
        rate: 0.5,
        initialTension: 6,
        from: { body: 'frame', x: 260, y: -200 },
        to: { body: 'arm', x: 135, y: -152 },
      },
    ],
    brakes: [{ id: 'brake', label: 'Brake', tensioner: 'arm', appliesAt: -14, side: 'above' }],
  };
}

/** Two pulleys and a spring that always pulls. */
function sprung(name: string, kind: Kind, section: string, designation: string): Drive {
  return {
    ...empty(name, kind),
    pulleys: [
      pulley('engine', 'Engine pulley', 'driver', 0, 0, 90),
      pulley('driven', 'Driven pulley', 'driven', 0, -300, 150, { powerKw: 1.5 }),
      pulley('idler', 'Tension idler', 'idler', 94, -150, 60),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Belt',
        section,
        designation,
        route: [
          { pulley: 'engine', contact: 'v' },
          { pulley: 'idler', contact: 'back' },
          { pulley: 'driven', contact: 'v' },
        ],
      },
    ],
    tensioners: [{ id: 'slide', label: 'Idler slide', kind: 'slide', direction: 180, carries: ['idler'], min: -20, max: 70 }],
    springs: [
      {
        id: 'tension',
        label: 'Tension spring',
        kind: 'extension',
        freeLength: 60,
        rate: 3,
        initialTension: 10,
        from: { body: 'frame', x: -60, y: -150 },
        to: { body: 'slide', x: 80, y: -150 },
      },
    ],
    states: [{ name: 'running', lever: 1 }],
  };
}

function fixedCentres(name: string): Drive {
  return {
    ...empty(name, 'cvt'),
    pulleys: [
      pulley('primary', 'Primary sheave', 'driver', 0, 0, 96, { rpm: 2600 }),
      pulley('secondary', 'Secondary sheave', 'driven', 0, -268, 206, { powerKw: 8 }),
    ],
    belts: [
      {
        id: 'belt',
        label: 'Drive belt',
        section: 'measured',
        measured: { top: 30, depth: 14, angle: 26 },
        length: { value: 1016, reference: 'outside' },
        route: [
          { pulley: 'primary', contact: 'v' },
          { pulley: 'secondary', contact: 'v' },
        ],
      },
    ],
    states: [{ name: 'running', lever: 1 }],
  };
}

/** Starting point of a new drive. */
export interface Template {
  readonly key: string;
  readonly title: string;
  readonly says: string;
  readonly make: () => Drive;
}

/** A sheet with nothing on it, and the usual parts of each kind with placeholder measures. */
export const TEMPLATES: readonly Template[] = [
  { key: 'blank', title: 'Nothing', says: 'An empty drawing: add every pulley yourself.', make: () => empty('New drive', 'other') },
  {
    key: 'mower-deck',
    title: 'Mower deck',
    says: 'Engine, one spindle, a sprung idler on the back, a brake.',
    make: () => clutched('New mower deck', 'mower-deck', '4L', '4L475', 'Blade spindle', -417),
  },
  ...DECK_TEMPLATES,
  {
    key: 'pto',
    title: 'PTO',
    says: 'As the deck, with a heavier belt.',
    make: () => clutched('New PTO drive', 'pto', 'A', 'A45', 'PTO pulley', -413),
  },
  {
    key: 'snow-thrower',
    title: 'Snow thrower',
    says: 'Engine, auger pulley, cable-pulled idler, auger brake.',
    make: () => clutched('New snow thrower', 'snow-thrower', 'A', 'A45', 'Auger pulley', -413),
  },
  {
    key: 'ground-drive',
    title: 'Ground drive',
    says: 'Two pulleys and a spring that always pulls.',
    make: () => sprung('New ground drive', 'ground-drive', '4L', '4L390'),
  },
  {
    key: 'accessory',
    title: 'Accessory drive',
    says: 'Always tight, nothing to engage.',
    make: () => sprung('New accessory drive', 'accessory', 'A', 'A37'),
  },
  {
    key: 'twin-rods',
    title: 'Twin rods',
    says: 'Two sheaves and a banded belt. A rod on each side pulls the engine bed back.',
    make: twinRods,
  },
  {
    key: 'cvt',
    title: 'Variable drive (CVT)',
    says: 'Two sheaves on fixed centres, at one ratio.',
    make: () => fixedCentres('New variable drive'),
  },
];
