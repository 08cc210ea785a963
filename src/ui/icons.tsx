import {
  ArrowDown,
  ArrowUp,
  Camera,
  Check,
  ChevronDown,
  Contrast,
  Download,
  Ellipsis,
  FileText,
  GripVertical,
  LogOut,
  Maximize,
  Plus,
  Printer,
  ReceiptText,
  Redo2,
  Save,
  Search,
  Undo2,
  Upload,
  X,
} from 'lucide-react';
import type { SVGProps } from 'react';

/** Icons of the trade, drawn on the 24 grid of the icon set. Each shows the part itself. */
const own = {
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
  followUps: (
    <>
      <path d="M12 4a8 8 0 1 0 8 8" />
      <path d="M12 8v4.5l3 2M16 4.5l4-.5-.6 4" />
    </>
  ),
  practice: (
    <>
      <path d="M7.5 6.5l10 2.2M7.5 17.5l10 -2.2" />
      <circle cx="7.5" cy="12" r="5.5" strokeDasharray="3 2.4" />
      <circle cx="17.5" cy="12" r="3.3" strokeDasharray="2.4 2" />
    </>
  ),
  shop: (
    <>
      <path d="M4 10v10h16V10" />
      <path d="M2.5 10L5 4.5h14L21.5 10z" />
      <path d="M10 20v-5h4v5" />
    </>
  ),
  tape: (
    <>
      <path d="M4 6h11a5 5 0 015 5v7H4z" />
      <circle cx="12" cy="12" r="3" />
      <path d="M4 18H2M7 18v-2.5M10 18v-2.5" />
    </>
  ),
} as const;

const kept = {
  find: Search,
  add: Plus,
  undo: Undo2,
  redo: Redo2,
  close: X,
  print: Printer,
  fit: Maximize,
  save: Save,
  out: LogOut,
  download: Download,
  upload: Upload,
  camera: Camera,
  paper: FileText,
  up: ArrowUp,
  down: ArrowDown,
  unfold: ChevronDown,
  grip: GripVertical,
  more: Ellipsis,
  check: Check,
  ticket: ReceiptText,
  theme: Contrast,
} as const;

export type IconName = keyof typeof own | keyof typeof kept;

const STROKE = 1.8;

/** Decorative: the label next to it, or that of the button, has the meaning. */
export function Icon({ name, size = 22, ...rest }: { name: IconName; size?: number } & Omit<SVGProps<SVGSVGElement>, 'ref'>) {
  if (name in kept) {
    const Kept = kept[name as keyof typeof kept];
    return <Kept size={size} strokeWidth={STROKE} aria-hidden focusable="false" {...rest} />;
  }
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth={STROKE}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden
      focusable="false"
      {...rest}
    >
      {own[name as keyof typeof own]}
    </svg>
  );
}
