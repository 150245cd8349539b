import { jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { recordId } from './record';

export const protocol = pgTable('protocol', { id: recordId(), name: text().notNull(), preset: text(), options: jsonb().notNull() });
