import { formatNumber } from '@arbolito/core';
import { CLOCK_TOLERANCE, type Clock } from '../../field/clock';

/** How this device's clock goes, in words; null before it was compared. */
export function sayClock(clock: Clock | null): string | null {
  if (clock === null) return null;
  const off = Math.abs(clock.offBy);
  if (off <= CLOCK_TOLERANCE) return 'As the server’s, within a minute.';
  const [n, unit] = off < 5400 ? [off / 60, 'minutes'] : off < 129_600 ? [off / 3600, 'hours'] : [off / 86_400, 'days'];
  return `${formatNumber(n, n < 10 ? 1 : 0)} ${unit} ${clock.offBy > 0 ? 'ahead of' : 'behind'} the server’s: put it right. That it was so is kept with what was read.`;
}
