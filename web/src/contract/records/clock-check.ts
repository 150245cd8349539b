import 'reflect-metadata';
import { InRange, Says } from '../describe';

const YEARS = 100 * 366 * 86_400;

/** How the clock of the device that writes this went against the server's; written whenever that changed by more than a minute. */
export class ClockCheckBody {
  @InRange(-YEARS, YEARS, 's') @Says('Seconds the device was ahead of the server; below 0 behind.', 7200) offBy!: number;
}
