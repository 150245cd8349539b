import type { EChartsCoreOption, EChartsType } from 'echarts/core';
import { useEffect, useRef } from 'react';

/** The inks of the display that is on, for charts: they can't read CSS variables themselves. */
export interface Inks {
  readonly ink: string;
  readonly soft: string;
  readonly rule: string;
  readonly slate: string;
  readonly berry: string;
  readonly sheet: string;
  /** Apart from each other, for what is told apart; a letter or a name goes with each. */
  readonly apart: readonly string[];
}

function inks(): Inks {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: of('ink'),
    soft: of('soft'),
    rule: of('rule'),
    slate: of('slate'),
    berry: of('berry'),
    sheet: of('sheet'),
    apart: [1, 2, 3, 4, 5].map((n) => of(`ink-${n}`)),
  };
}

interface Props {
  readonly name: string;
  readonly height: number;
  readonly option: (inks: Inks) => EChartsCoreOption;
  readonly onPick?: (dataIndex: number) => void;
}

/** A chart in the field book's ink. The library comes only where a chart is shown. */
export function Chart({ name, height, option, onPick }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const pick = useRef(onPick);
  pick.current = onPick;
  useEffect(() => {
    let chart: EChartsType | undefined;
    let gone = false;
    const draw = () =>
      chart?.setOption({ textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable' }, animation: false, ...option(inks()) }, true);
    const resize = new ResizeObserver(() => chart?.resize());
    const display = new MutationObserver(draw);
    void import('./chart-library').then(({ init }) => {
      if (gone || !frame.current) return;
      chart = init(frame.current, null, { renderer: 'canvas' });
      chart.on('click', (e) => pick.current?.(e.dataIndex));
      draw();
      resize.observe(frame.current);
      display.observe(document.documentElement, { attributes: true, attributeFilter: ['data-display'] });
    });
    return () => {
      gone = true;
      resize.disconnect();
      display.disconnect();
      chart?.dispose();
    };
  }, [option]);
  return <div ref={frame} role="img" aria-label={name} className="min-w-0 overflow-hidden" style={{ height }} />;
}
