import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BodyMeasureBody } from '../contract/records/body-measure';
import { PersonBody } from '../contract/records/person';
import { validate } from '../contract/validate';
import { checkForm, type FormOf } from './contract-form';

const person: FormOf<{ name: string; eye: string }> = {
  mean: ({ name, eye }) => ({
    body: { name, eyeHeight: eye === '' ? null : Number(eye), reach: null },
    wrong: { eye: eye !== '' && Number.isNaN(Number(eye)) ? 'That is no number.' : null },
  }),
  at: { eyeHeight: 'eye' },
};

describe('a form and the contract', () => {
  it('give a body exactly where the API would take it', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 100 }),
        fc.oneof(fc.constant(''), fc.double({ min: -1, max: 4, noNaN: true }).map(String)),
        (name, eye) => {
          const { body, errors } = checkForm(PersonBody, { name, eye }, person);
          expect(body !== null).toBe(validate(PersonBody, person.mean({ name, eye }).body).ok);
          expect(Object.keys(errors).length === 0).toBe(body !== null);
        },
      ),
    );
  });
  it('refuse in the same sentence, at the field where it was typed', () => {
    const { errors } = checkForm(PersonBody, { name: '', eye: '9' }, person);
    expect(errors).toEqual({ name: 'Text of 1 to 80 characters.', eye: 'A number from 0.8 to 2.5 m.' });
  });
  it('say first that a text can’t be read', () => {
    expect(checkForm(PersonBody, { name: 'Ada', eye: 'tall' }, person).errors).toEqual({ eye: 'That is no number.' });
  });
  it.each([
    ['reach', 0.7, true],
    ['reach', 1.3, false],
    ['breast-height-mark', 1.3, true],
    ['breast-height-mark', 0.4, false],
    ['eye-height', 0.7, false],
  ])('know what a %s of %s m is', (what, value, ok) => {
    const body = { person: '0199e8f0-0000-7000-8000-000000000000', what, value, footwear: null, where: null, on: '2026-05-01' };
    expect(validate(BodyMeasureBody, body).ok).toBe(ok);
  });
});
