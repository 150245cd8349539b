/** How a tree stands. */
export const TREE_STATUSES = ['alive', 'dead-standing', 'down', 'stump', 'cut', 'not-found', 'vacant'] as const;
export type TreeStatus = (typeof TREE_STATUSES)[number];
/** Statuses that are counted where a protocol names none: what stands. */
export const USUALLY_COUNTED: readonly TreeStatus[] = ['alive', 'dead-standing'];

/** Where its crown stands among its neighbours'. */
export const CROWN_CLASSES = ['dominant', 'codominant', 'intermediate', 'suppressed'] as const;
export type CrownClass = (typeof CROWN_CLASSES)[number];

/** What a survey may ask of every tree, beside what is measured. */
export const TREE_QUESTIONS = ['status', 'crown-class', 'damage', 'cut-or-leave', 'cull', 'grade'] as const;
export type TreeQuestion = (typeof TREE_QUESTIONS)[number];

/** A question of a survey's own. */
export type OwnField =
  | {
      readonly kind: 'number';
      readonly key: string;
      readonly name: string;
      readonly unit?: string | null;
      readonly from?: number | null;
      readonly to?: number | null;
    }
  | { readonly kind: 'choice'; readonly key: string; readonly name: string; readonly choices: readonly string[] }
  | { readonly kind: 'yes-no'; readonly key: string; readonly name: string }
  | { readonly kind: 'text'; readonly key: string; readonly name: string };
export type OwnValue = number | string | boolean;
export const OWN_KINDS = ['number', 'choice', 'yes-no', 'text'] as const satisfies readonly OwnField['kind'][];

/**
 * Why a question of a survey's own can't be answered by anything.
 * @param field as somebody made it
 * @returns a sentence; null where it can
 */
export function wrongWithField(field: OwnField): string | null {
  if (field.kind === 'number' && field.from != null && field.to != null && field.from > field.to)
    return `“${field.name}” asks for a number from ${field.from} to ${field.to}: nothing is both.`;
  if (field.kind === 'choice') {
    if (field.choices.length === 0) return `“${field.name}” has nothing to choose from.`;
    if (new Set(field.choices).size < field.choices.length) return `“${field.name}” has a choice twice.`;
  }
  return null;
}

/**
 * Why an answer is none to a question of a survey's own.
 * @param field the question
 * @param value what was answered
 * @returns a sentence that says what is allowed; null where it is one
 */
export function wrongWithAnswer(field: OwnField, value: OwnValue): string | null {
  switch (field.kind) {
    case 'number': {
      const range =
        field.from == null
          ? field.to == null
            ? ''
            : ` up to ${field.to}`
          : field.to == null
            ? ` from ${field.from}`
            : ` from ${field.from} to ${field.to}`;
      const fits =
        typeof value === 'number' && Number.isFinite(value) && value >= (field.from ?? -Infinity) && value <= (field.to ?? Infinity);
      return fits ? null : `${field.name}: a number${range}${field.unit ? ` ${field.unit}` : ''}.`;
    }
    case 'choice':
      return typeof value === 'string' && field.choices.includes(value) ? null : `${field.name}: one of ${field.choices.join(', ')}.`;
    case 'yes-no':
      return typeof value === 'boolean' ? null : `${field.name}: yes or no.`;
    case 'text':
      return typeof value === 'string' ? null : `${field.name}: text.`;
  }
}
