import 'reflect-metadata';
import type { OwnValue } from '@arbolito/core';
import { ValidateBy } from 'class-validator';

/** Answers to a survey's own questions, by the question's key. */
export type OwnValues = Readonly<Record<string, OwnValue>>;

const MOST = 40;
const LONGEST = 200;
export const KEY = /^[a-z][a-z0-9-]{0,29}$/;
const WORDS = `an object of at most ${MOST} answers by key (a small letter, then letters, digits and hyphens, at most 30), each a number, true, false or text of at most ${LONGEST} characters`;

const isAnswer = (v: unknown) =>
  (typeof v === 'number' && Number.isFinite(v)) || typeof v === 'boolean' || (typeof v === 'string' && v.length <= LONGEST);

function isOwnValues(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const entries = Object.entries(value);
  return entries.length <= MOST && entries.every(([key, v]) => KEY.test(key) && isAnswer(v));
}

export const OwnAnswers = (): PropertyDecorator => (target, field) =>
  ValidateBy({ name: 'isOwnValues', validator: { validate: isOwnValues, defaultMessage: () => WORDS } })(target, String(field));

export const OWN_VALUES_SCHEMA = {
  description: WORDS,
  type: 'object',
  maxProperties: MOST,
  propertyNames: { pattern: KEY.source },
  additionalProperties: { oneOf: [{ type: 'number' }, { type: 'boolean' }, { type: 'string', maxLength: LONGEST }] },
};
