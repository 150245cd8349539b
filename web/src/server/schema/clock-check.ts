import { doublePrecision, pgTable } from 'drizzle-orm/pg-core';
import { recordId } from './record';

export const clockCheck = pgTable('clock_check', { id: recordId(), offBy: doublePrecision().notNull() });
