import 'reflect-metadata';
import { SIGHTED_REFERENCES } from '@arbolito/core';
import { IsIn, IsOptional, IsString, Length } from 'class-validator';
import { InRange, LEAST_ERROR, Says } from './describe';
import { oneOf } from './reading-base';

const together =
  (...all: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, field) => {
    for (const one of all) one(target, field);
  };
const NAME = { message: 'text of 1 to 40 characters' };
/** What every sighting says beside its angle. */
export const PointName = () =>
  together(IsOptional(), IsString({ message: 'text' }), Length(1, 40, NAME), Says('Of target point: what it is.', 'log 2'));
export const Reference = () =>
  together(
    IsOptional(),
    IsIn(SIGHTED_REFERENCES, oneOf(SIGHTED_REFERENCES)),
    Says('Where a base sight met the stem; the protocol’s ground reference when left out. With the trunk’s slope the height is converted.'),
  );
export const Zero = () =>
  together(IsOptional(), InRange(-10, 10, '°'), Says('What the instrument reads when level, from its two-way check; taken off.', 0.4));

export const SigmaZero = () =>
  together(
    IsOptional(),
    InRange(LEAST_ERROR, 0.1, 'radians'),
    Says('Standard error of the instrument’s zero: common to all its sights.', 0.004),
  );
export const InstrumentName = () =>
  together(
    IsOptional(),
    IsString({ message: 'text' }),
    Length(1, 100, { message: 'text of 1 to 100 characters' }),
    Says('Which instrument, where several have a zero of their own.', 'clinometer 2'),
  );
