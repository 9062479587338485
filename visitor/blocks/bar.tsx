export const Bar = ({ percent }: { percent: number }) => (
  <i className="v-bar" aria-hidden="true">
    <b style={{ width: `${Math.max(0, Math.min(100, percent))}%` }} />
  </i>
);
