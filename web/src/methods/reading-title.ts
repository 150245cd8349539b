import type { Reading } from '@arbolito/core';
import { slotOf, stepOfSlot } from '../book/slots';
import { STEPS } from './steps';

/** The step at which a reading is taken, in words. */
export const readingTitle = (read: Reading): string => STEPS[stepOfSlot(slotOf(read)) as keyof typeof STEPS]?.title ?? read.kind;
