import { fromMetres, metres, type ProtocolOptions, parseLength, protocolSentences } from '@arbolito/core';
import { useState } from 'react';
import { differences } from '../../book/protocol-differences';
import type { ProtocolLine } from '../../book/protocol-list';
import { OnATrunk } from './OnATrunk';
import { fieldsOf, isChosen, type OptionField } from './option-fields';

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
  const sameName = line.record !== null && clean === line.name;
  return (
    <article className="min-w-0" data-editor>
      <h2 className="text-[22px] font-semibold">{line.record ? `Edit ${line.name}` : `A copy of ${line.name}`}</h2>
      <label className="block font-semibold">
        Name
        <input
          className="mt-1 block box w-full max-w-md font-normal"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      {nameTaken && <p className="text-[15px] text-berry">Another protocol has this name: give this one its own.</p>}
      <div className="my-3 flex flex-wrap items-center gap-2">
        {line.record && (
          <button
            type="button"
            className="button button-go"
            disabled={changed.length === 0 && sameName}
            onClick={() => onKeep(options, clean || line.name, true)}
          >
            Keep as version {line.versions.length + 1}
          </button>
        )}
        <button
          type="button"
          className={`button ${line.record ? '' : 'button-go'}`}
          disabled={!clean || nameTaken || sameName}
          onClick={() => onKeep(options, clean, false)}
        >
          Keep as a new protocol
        </button>
        <button type="button" className="button" onClick={onCancel}>
          Leave it
        </button>
        <span className="text-[15px] text-soft" role="status">
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
            <dt className="text-[15px] text-soft">{s.topic}</dt>
            <dd className="min-w-0">
              <p>{s.text}</p>
              <div className="mt-1 flex flex-col gap-1.5">
                {fieldsOf(s.option, options).map((field) => (
                  <Field
                    key={field.kind === 'number' ? 'number' : field.choices.map((c) => c.label).join()}
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
  if (field.kind === 'number') return <NumberField topic={topic} field={field} onChange={onChange} />;
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

function NumberField({
  topic,
  field,
  onChange,
}: {
  topic: string;
  field: Extract<OptionField, { kind: 'number' }>;
  onChange: (change: Partial<ProtocolOptions>) => void;
}) {
  const shown = field.unit ? String(Number(fromMetres(metres(field.value), field.unit).toFixed(3))) : String(field.value);
  const [typed, setTyped] = useState<string | null>(null);
  const [low, high] = field.range;
  const read = (text: string): number | null => {
    const length = parseLength(text, field.unit ?? 'm');
    return length.ok && length.metres >= low && length.metres <= high ? length.metres : null;
  };
  const bad = typed !== null && read(typed) === null;
  const limit = (m: number) => (field.unit ? `${Number(fromMetres(metres(m), field.unit).toFixed(2))} ${field.unit}` : String(m));
  return (
    <span className="flex flex-wrap items-center gap-2">
      <input
        aria-label={topic}
        aria-invalid={bad}
        inputMode="decimal"
        autoComplete="off"
        className={`figure min-h-12 w-28 rounded-[8px] border-[1.5px] bg-field px-2 ${bad ? 'border-berry' : 'border-edge'}`}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => {
          const value = typed === null ? null : read(typed);
          if (value !== null) onChange(field.set(value));
          if (value !== null || typed?.trim() === '') setTyped(null);
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      <span className="text-[15px] text-soft">{field.unit}</span>
      {bad && (
        <span className="text-[15px] text-berry">
          from {limit(low)} to {limit(high)}
        </span>
      )}
    </span>
  );
}
