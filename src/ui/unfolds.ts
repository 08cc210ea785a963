/** A line across the page that unfolds its content when pressed: a button in the form of a line. */
export const UNFOLDS = {
  font: 'inherit',
  color: 'inherit',
  background: 'none',
  border: 0,
  p: 0,
  width: '100%',
  minHeight: 48,
  display: 'grid',
  gap: 1,
  alignItems: 'center',
  textAlign: 'left',
  cursor: 'pointer',
  '&:focus-visible': { outline: '3px solid var(--ts-work)', outlineOffset: '2px' },
} as const;
