import { type FieldErrors, type Path, type PathValue, type Resolver, useForm } from 'react-hook-form';
import type { ContractClass } from '../contract/describe';
import { validate } from '../contract/validate';

/** What is typed, by field: text as it stands. */
export type Typed = Readonly<Record<string, string>>;

/** What typed text comes to: a body to be checked, or why a text can't be read. */
export interface Meant<V extends Typed> {
  readonly body: Readonly<Record<string, unknown>>;
  readonly wrong?: Partial<Record<keyof V, string | null>>;
}

/** How a form's text becomes a body of the contract. */
export interface FormOf<V extends Typed> {
  readonly mean: (typed: V) => Meant<V>;
  /** Which field of the form a field of the body is typed in, where they are not called alike. */
  readonly at?: Readonly<Record<string, keyof V>>;
}

/**
 * What is wrong with a form, field by field: text that can't be read first, then what the contract refuses, in the very
 * sentences in which the API refuses it.
 * @param type the contract's class of the body
 */
export function checkForm<V extends Typed, B extends object>(
  type: ContractClass<B>,
  typed: V,
  { mean, at = {} }: FormOf<V>,
): { readonly body: B | null; readonly errors: Partial<Record<keyof V, string>> } {
  const { body, wrong = {} } = mean(typed);
  const errors: Partial<Record<keyof V, string>> = {};
  for (const [field, why] of Object.entries(wrong)) if (typeof why === 'string') errors[field as keyof V] = why;
  const checked = validate(type, body);
  if (!checked.ok) {
    for (const { field, allowed } of checked.errors) {
      const first = field.split(/[.[]/)[0] ?? field;
      const own = at[field] ?? at[first] ?? first;
      errors[own] ??= `${allowed.charAt(0).toUpperCase()}${allowed.slice(1)}.`;
    }
  }
  return { body: Object.keys(errors).length === 0 ? (body as B) : null, errors };
}

/** A form of the desk whose body the contract checks as it is typed. */
export function useContractForm<V extends Typed, B extends object>(type: ContractClass<B>, defaults: V, of: FormOf<V>) {
  const resolver: Resolver<V, unknown, B> = (typed) => {
    const { body, errors } = checkForm(type, typed, of);
    if (body) return { values: body, errors: {} };
    const told = Object.entries(errors).map(([field, message]) => [field, { type: 'contract', message }]);
    return { values: {}, errors: Object.fromEntries(told) as FieldErrors<V> };
  };
  const form = useForm<V, unknown, B>({ defaultValues: defaults as never, mode: 'onChange', resolver });
  const typed = form.watch();
  // said at once of what was touched, of the rest when it is sent
  const { dirtyFields, isSubmitted } = form.formState;
  const { body, errors } = checkForm(type, typed, of);
  return {
    typed,
    /** The body, while all of it can be taken. */
    body,
    /** What a text field needs of one field. */
    field: (name: keyof V & string) => ({
      value: typed[name] as string,
      onChange: (text: string) =>
        form.setValue(name as unknown as Path<V>, text as PathValue<V, Path<V>>, { shouldDirty: true, shouldValidate: isSubmitted }),
      refusal: isSubmitted || name in dirtyFields ? (errors[name] ?? null) : null,
    }),
    submit: (keep: (body: B) => void) => form.handleSubmit((checked) => keep(checked as B)),
    reset: () => form.reset(),
  };
}
