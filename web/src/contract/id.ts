/** The id of a record: UUID version 7, or 8 of a copy, in lower-case letters. */
export const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[78][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
