/** Colours of the values under the pointer in a chart, by day and in the bay theme. The default of the library is white. */
export const CHART_TOOLTIP = {
  contentStyle: { background: 'var(--ts-card)', border: '1px solid var(--ts-edge)', borderRadius: 4 },
  labelStyle: { color: 'var(--ts-ink)' },
} as const;
