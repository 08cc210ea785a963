import type { SVGProps } from 'react';

/** The house's own line icons, drawn on a 24 grid with a 1.8 stroke: each shows the thing itself. */
const paths = {
  bench: (
    <>
      <path d="M3 9h18M5 9v10M19 9v10M5 14h14" />
      <path d="M8 9V6h5v3" />
    </>
  ),
  machines: (
    <>
      <path d="M3 15V9h7l4 3h6v3" />
      <circle cx="7" cy="17" r="2.6" />
      <circle cx="17.5" cy="17.5" r="2" />
      <path d="M9.6 17h5.9M10 9V5" />
    </>
  ),
  drives: (
    <>
      <circle cx="6.5" cy="8" r="3.5" />
      <circle cx="16.5" cy="15.5" r="5" />
      <path d="M8 4.9l10.6 6.1M4.6 11l8 8" />
    </>
  ),
  shelf: (
    <>
      <path d="M4 4v17M20 4v17M4 11.5h16M4 19h16" />
      <ellipse cx="9" cy="8" rx="2.6" ry="3.4" />
      <ellipse cx="15.5" cy="15.4" rx="2.6" ry="3.4" />
    </>
  ),
  shop: (
    <>
      <path d="M4 10v10h16V10" />
      <path d="M2.5 10L5 4.5h14L21.5 10z" />
      <path d="M10 20v-5h4v5" />
    </>
  ),
  find: (
    <>
      <circle cx="10.5" cy="10.5" r="6" />
      <path d="M15 15l5.5 5.5" />
    </>
  ),
  add: <path d="M12 5v14M5 12h14" />,
  undo: (
    <>
      <path d="M8 5L4 9l4 4" />
      <path d="M4 9h10a6 6 0 010 12h-3" />
    </>
  ),
  redo: (
    <>
      <path d="M16 5l4 4-4 4" />
      <path d="M20 9H10a6 6 0 000 12h3" />
    </>
  ),
  close: <path d="M6 6l12 12M18 6L6 18" />,
  print: (
    <>
      <path d="M7 8V4h10v4M7 17H4V9h16v8h-3" />
      <path d="M7 14h10v6H7z" />
    </>
  ),
  fit: <path d="M4 9V4h5M20 9V4h-5M4 15v5h5M20 15v5h-5" />,
  save: (
    <>
      <path d="M4 4h13l3 3v13H4z" />
      <path d="M8 4v5h7V4M8 20v-6h8v6" />
    </>
  ),
  out: (
    <>
      <path d="M14 4h6v16h-6" />
      <path d="M4 12h11M11 8l4 4-4 4" />
    </>
  ),
  download: <path d="M12 4v11M7.5 11L12 15.5 16.5 11M5 20h14" />,
  upload: <path d="M12 16V5M7.5 9L12 4.5 16.5 9M5 20h14" />,
  camera: (
    <>
      <path d="M3 8h4l2-3h6l2 3h4v11H3z" />
      <circle cx="12" cy="13" r="3.6" />
    </>
  ),
  tape: (
    <>
      <path d="M4 6h11a5 5 0 015 5v7H4z" />
      <circle cx="12" cy="12" r="3" />
      <path d="M4 18H2M7 18v-2.5M10 18v-2.5" />
    </>
  ),
  more: (
    <>
      <circle cx="5.5" cy="12" r="1.4" />
      <circle cx="12" cy="12" r="1.4" />
      <circle cx="18.5" cy="12" r="1.4" />
    </>
  ),
  check: <path d="M5 13l4.5 4.5L19.5 7" />,
  ticket: (
    <>
      <path d="M6 3h12v18l-3-2-3 2-3-2-3 2z" />
      <path d="M9 8h6M9 12h6" />
    </>
  ),
  theme: (
    <>
      <circle cx="12" cy="12" r="8" />
      <path d="M12 4a8 8 0 010 16z" fill="currentColor" />
    </>
  ),
} as const;

export type IconName = keyof typeof paths;

/** Decorative: the label beside it, or the button's own, says what it is. */
export function Icon({ name, size = 22, ...rest }: { name: IconName; size?: number } & SVGProps<SVGSVGElement>) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.8}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden
      focusable="false"
      {...rest}
    >
      {paths[name]}
    </svg>
  );
}
