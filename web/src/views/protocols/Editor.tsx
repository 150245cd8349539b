import { fromMetres, metres, type ProtocolOptions, protocolSentences } from '@arbolito/core';
import { useState } from 'react';
import { differences } from '../../book/protocol-differences';
import type { ProtocolLine } from '../../book/protocol-list';
import { ProtocolBody } from '../../contract/records/protocol';
import { checkForm } from '../../ui/contract-form';
import { OnATrunk } from '../../ui/OnATrunk';
import type { OptionField, TypedField } from './option-field';
import { fieldsOf, isChosen, readTyped } from './option-fields';

interface Props {
  readonly line: ProtocolLine;
  readonly options: ProtocolOptions;
  readonly taken: readonly string[];
  readonly onChange: (options: ProtocolOptions) => void;
  readonly onKeep: (options: ProtocolOptions, name: string, asVersion: boolean) => void;
  readonly onCancel: () => void;
}

/** Every option with its sentence, which changes as it is edited; the trunk beside it shows what that does. */
export function Editor({ line, options, taken, onChange, onKeep, onCancel }: Props) {
  const [name, setName] = useState(line.record ? line.name : `${line.name}, our way`);
  const changed = differences(line.options, options);
  const clean = name.trim();
  const nameTaken = taken.includes(clean) && !(line.record && clean === line.name);
  const mean = (typed: { name: string }) => ({ body: { name: typed.name.trim(), preset: null, options } });
  const nameRefusal = nameTaken
    ? 'Another protocol has this name: give this one its own.'
    : checkForm(ProtocolBody, { name }, { mean }).errors.name;
  const sameName = line.record !== null && clean === line.name;
  return (
    <article className="min-w-0" data-editor>
      <h2 className="text-head font-semibold">{line.record ? `Edit ${line.name}` : `A copy of ${line.name}`}</h2>
      <label className="block font-semibold">
        Name
        <input
          className="mt-1 block box w-full max-w-md font-normal"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      {nameRefusal && <p className="text-plain text-berry">{nameRefusal}</p>}
      <div className="my-3 flex flex-wrap items-center gap-2">
        {line.record && (
          <button
            type="button"
            className="button button-go"
            disabled={Boolean(nameRefusal) || (changed.length === 0 && sameName)}
            onClick={() => onKeep(options, clean, true)}
          >
            Keep as version {line.versions.length + 1}
          </button>
        )}
        <button
          type="button"
          className={`button ${line.record ? '' : 'button-go'}`}
          disabled={Boolean(nameRefusal) || sameName}
          onClick={() => onKeep(options, clean, false)}
        >
          Keep as a new protocol
        </button>
        <button type="button" className="button" onClick={onCancel}>
          Leave it
        </button>
        <span className="text-plain text-soft" role="status">
          {changed.length === 0 ? 'nothing changed yet' : `${changed.length} changed`}
        </span>
      </div>
      <OnATrunk protocol={{ name: clean, options }} beside />
      <dl className="mt-4 border-t-2 border-ink">
        {protocolSentences(options).map((s) => (
          <div
            key={s.option}
            className={`grid gap-x-4 gap-y-1 border-b border-rule py-2 desk:grid-cols-[11rem_minmax(0,1fr)] ${changed.includes(s.option) ? 'bg-resin-bg' : ''}`}
            data-option={s.option}
          >
            <dt className="text-plain text-soft">{s.topic}</dt>
            <dd className="min-w-0">
              <p>{s.text}</p>
              <div className="mt-1 flex flex-col gap-1.5">
                {fieldsOf(s.option, options).map((field) => (
                  <Field
                    key={keyOf(field)}
                    topic={s.topic}
                    field={field}
                    options={options}
                    onChange={(change) => onChange({ ...options, ...change })}
                  />
                ))}
              </div>
            </dd>
          </div>
        ))}
      </dl>
    </article>
  );
}

const keyOf = (field: OptionField): string =>
  field.kind === 'choice' ? field.choices.map((c) => c.label).join() : field.kind === 'toggles' ? 'toggles' : (field.label ?? 'number');

function Field({
  topic,
  field,
  options,
  onChange,
}: {
  topic: string;
  field: OptionField;
  options: ProtocolOptions;
  onChange: (change: Partial<ProtocolOptions>) => void;
}) {
  if (field.kind === 'toggles') {
    return (
      <fieldset className="flex flex-wrap gap-1.5">
        <legend className="sr-only">{topic}</legend>
        {field.toggles.map(({ label, on, change }) => (
          <button
            key={label}
            type="button"
            className="chip px-3"
            aria-pressed={on}
            disabled={change === null}
            onClick={() => change && onChange(change)}
          >
            {label}
          </button>
        ))}
      </fieldset>
    );
  }
  if (field.kind !== 'choice') return <Typed topic={topic} field={field} options={options} onChange={onChange} />;
  return (
    <fieldset className="flex flex-wrap gap-1.5">
      <legend className="sr-only">{topic}</legend>
      {field.choices.map((c) => (
        <button key={c.label} type="button" className="chip px-3" aria-pressed={isChosen(c, options)} onClick={() => onChange(c.change)}>
          {c.label}
        </button>
      ))}
    </fieldset>
  );
}

function Typed({
  topic,
  field,
  options,
  onChange,
}: {
  topic: string;
  field: TypedField;
  options: ProtocolOptions;
  onChange: (change: Partial<ProtocolOptions>) => void;
}) {
  const isText = field.kind !== 'number';
  const shown = isText ? field.value : String(Number(fromMetres(metres(field.value), field.unit).toFixed(3)));
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : readTyped(typed, field, options);
  const refusal = read && !read.ok ? read.reason : null;
  return (
    <span className="flex flex-wrap items-center gap-2">
      {field.label && <span className="text-plain text-soft">{field.label}</span>}
      <input
        aria-label={field.label ? `${topic}: ${field.label}` : topic}
        aria-invalid={refusal !== null}
        inputMode={isText ? 'text' : 'decimal'}
        autoComplete="off"
        className={`min-h-12 rounded-[8px] border-[1.5px] bg-field px-2 ${field.kind === 'said' ? 'w-full max-w-xl' : isText ? 'w-48' : 'figure w-28'} ${refusal ? 'border-berry' : 'border-edge'}`}
        placeholder={field.kind === 'said' ? field.hint : undefined}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => {
          if (read?.ok) onChange(read.change);
          if (read?.ok || (field.kind !== 'said' && typed?.trim() === '')) setTyped(null);
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {field.kind === 'number' && <span className="text-plain text-soft">{field.unit}</span>}
      {refusal && <span className="text-plain text-berry">{refusal}</span>}
    </span>
  );
}
