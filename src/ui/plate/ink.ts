/** The colours of the drawing by what they paint. */
export interface Ink {
  readonly belt: string;
  readonly tick: string;
  readonly metal: string;
  readonly metalEdge: string;
  readonly moving: string;
  readonly work: string;
  readonly copper: string;
  readonly stop: string;
  readonly ink: string;
  readonly quiet: string;
  readonly ground: string;
}

export const SCREEN_INK: Ink = {
  belt: 'var(--ts-belt)',
  tick: 'var(--ts-belt-tick)',
  metal: 'var(--ts-metal)',
  metalEdge: 'var(--ts-metal-edge)',
  moving: 'var(--ts-moving)',
  work: 'var(--ts-work)',
  copper: 'var(--ts-copper)',
  stop: 'var(--ts-stop)',
  ink: 'var(--ts-ink)',
  quiet: 'var(--ts-quiet)',
  ground: 'var(--ts-card)',
};

export const PAPER_INK: Ink = {
  belt: '#111111',
  tick: '#bbbbbb',
  metal: '#f2f2f2',
  metalEdge: '#555555',
  moving: '#dfeeec',
  work: '#1f6f6b',
  copper: '#9c4a22',
  stop: '#8e1b5a',
  ink: '#111111',
  quiet: '#444444',
  ground: '#ffffff',
};
