/** A belt round two sheaves: the mark of the product. */
export function Mark({ size = 40 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 40 40" aria-hidden focusable="false">
      <path
        d="M6.85 16.28L18.3 32.71A9.99 9.99 0 1 0 33.04 19.45L17.9 6.34A7.49 7.49 0 0 0 6.85 16.28Z"
        fill="none"
        stroke="currentColor"
        strokeWidth={3.4}
        strokeLinejoin="round"
      />
      <circle cx={13} cy={12} r={2.6} fill="currentColor" />
      <circle cx={26.5} cy={27} r={3.6} fill="currentColor" />
    </svg>
  );
}
