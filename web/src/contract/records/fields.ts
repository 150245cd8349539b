import 'reflect-metadata';
import { IsIn, IsOptional, IsString, Length, Matches } from 'class-validator';
import { IsCalendar } from '../describe';
import { ID } from '../id';

export { ID };

/** The name of a scope: what is shared, or one survey. */
export const SCOPE = new RegExp(`${ID.source}|^shared$`);
const IS_ID = { message: 'an id (UUID version 7, or 8 of a copy, lower-case letters)' };

/** Text of a bounded length. */
export const Text =
  (from: number, to: number): PropertyDecorator =>
  (target, field) => {
    IsString({ message: 'text' })(target, String(field));
    Length(from, to, { message: `text of ${from} to ${to} characters` })(target, String(field));
  };
export const MaybeText =
  (to: number): PropertyDecorator =>
  (target, field) => {
    IsOptional()(target, String(field));
    Text(1, to)(target, field);
  };
/** The id of a record. */
export const Id = (): PropertyDecorator => (target, field) => Matches(ID, IS_ID)(target, String(field));
export const MaybeId = (): PropertyDecorator => (target, field) => {
  IsOptional()(target, String(field));
  Matches(ID, IS_ID)(target, String(field));
};
export const Among =
  (...list: readonly string[]): PropertyDecorator =>
  (target, field) =>
    IsIn(list, { message: `one of ${list.join(', ')}` })(target, String(field));

/** A day of the calendar, from 1900 to 2999. */
export const Day = (): PropertyDecorator => (target, field) => {
  const message = 'a date as 2026-11-23, a day of the calendar from 1900 to 2999';
  Matches(/^(19|2\d)\d\d-\d\d-\d\d$/, { message })(target, String(field));
  IsCalendar('date', message)(target, field);
};
/** A moment with its zone, from 1900 to 2999, to a nanosecond at the finest. */
export const Moment = (): PropertyDecorator => (target, field) => {
  const message = 'a time as 2026-11-23T09:30:00.000Z, from 1900 to 2999';
  const pattern = /^(19|2\d)\d\d-\d\d-\d\dT([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,9})?(Z|[+-]([01]\d|2[0-3]):[0-5]\d)$/;
  Matches(pattern, { message })(target, String(field));
  IsCalendar('date-time', message)(target, field);
};
