/** A survey's heights as a row of bars, the tallest first: its own picture until it has a plan. */
export function Ranked({ heights }: { heights: readonly number[] }) {
  const tallest = heights[0] ?? 0;
  const step = 100 / Math.max(heights.length, 8);
  return (
    <svg viewBox="0 0 100 60" className="h-[72px] w-full desk:h-[84px]" preserveAspectRatio="none" aria-hidden="true">
      <path
        d={heights.map((h, i) => `M${i * step + step * 0.15} 58h${step * 0.7}V${58 - (54 * h) / tallest}h${-step * 0.7}Z`).join('')}
        fill="var(--wood)"
      />
      <path d="M0 58H100" stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
      {heights.length === 0 && <path d="M0 8H100" stroke="var(--edge)" strokeDasharray="3 3" vectorEffect="non-scaling-stroke" />}
    </svg>
  );
}
