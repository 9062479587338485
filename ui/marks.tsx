/** The product's own sign: ● yes, ◐ maybe, ○ not yet, ✕ no. State is always this shape plus a word. */
export const markKinds = ['yes', 'maybe', 'not-yet', 'no'] as const;
export type MarkKind = (typeof markKinds)[number];

export function Mark({
  kind,
  size = 16,
  plain = false,
}: {
  kind: MarkKind;
  size?: number;
  /** in the colour of the text around it */ plain?: boolean;
}) {
  const colour = plain
    ? 'currentColor'
    : { yes: 'var(--pine)', maybe: 'var(--ink)', 'not-yet': 'var(--ink-3)', no: 'var(--brick)' }[kind];
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true" style={{ flex: 'none', display: 'block' }}>
      {kind === 'yes' && <circle cx="8" cy="8" r="7" fill={colour} />}
      {kind === 'no' && <path d="M3.5 3.5l9 9m0-9l-9 9" stroke={colour} strokeWidth="2.4" fill="none" />}
      {(kind === 'maybe' || kind === 'not-yet') && (
        <circle cx="8" cy="8" r="6.1" fill="none" stroke={colour} strokeWidth="1.75" />
      )}
      {kind === 'maybe' && <path d="M8 1.9a6.1 6.1 0 0 0 0 12.2z" fill={plain ? 'currentColor' : 'var(--saffron)'} />}
    </svg>
  );
}

/** "Yes / Maybe", stacked like two answers. */
export function Wordmark({ light = false }: { light?: boolean }) {
  const word = { font: '800 20px/21px var(--heading)', letterSpacing: '-0.01em' };
  const ring = light ? '#ffffff' : 'var(--ink)';
  return (
    <span
      role="img"
      aria-label="Yes Maybe"
      style={{ display: 'grid', gridTemplateColumns: '12px auto', columnGap: 8, alignItems: 'center', color: ring }}
    >
      <svg width="12" height="12" viewBox="0 0 16 16" aria-hidden="true">
        <circle cx="8" cy="8" r="7.4" fill={ring} />
      </svg>
      <span aria-hidden="true" style={word}>
        Yes
      </span>
      <svg width="12" height="12" viewBox="0 0 16 16" aria-hidden="true">
        <circle cx="8" cy="8" r="6.6" fill="none" stroke="var(--saffron)" strokeWidth="1.75" />
        <path d="M8 1.4a6.6 6.6 0 0 0 0 13.2z" fill="var(--saffron)" />
      </svg>
      <span aria-hidden="true" style={word}>
        Maybe
      </span>
    </span>
  );
}
