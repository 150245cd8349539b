import 'reflect-metadata';
import { IsIn, IsOptional, IsString, IsUUID, Length } from 'class-validator';

const ID = { message: 'an id (UUID version 7)' };

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
export const Id = (): PropertyDecorator => (target, field) => IsUUID('7', ID)(target, String(field));
export const MaybeId = (): PropertyDecorator => (target, field) => {
  IsOptional()(target, String(field));
  IsUUID('7', ID)(target, String(field));
};
export const Among =
  (...list: readonly string[]): PropertyDecorator =>
  (target, field) =>
    IsIn(list, { message: `one of ${list.join(', ')}` })(target, String(field));
