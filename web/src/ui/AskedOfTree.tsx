import {
  CROWN_CLASSES,
  type OwnField,
  type OwnValue,
  type ProtocolOptions,
  TREE_STATUSES,
  type TreeQuestion,
  wrongWithAnswer,
} from '@arbolito/core';
import { ANSWERED_BY, type Said } from '../book/asked';
import { KeptField, type ReadText } from './KeptField';

interface Props {
  readonly protocol: ProtocolOptions;
  readonly said: Said;
  readonly onSay: (change: Partial<Said>) => void;
}

const CHOICES: Partial<Record<TreeQuestion, readonly string[]>> = {
  status: TREE_STATUSES,
  'crown-class': CROWN_CLASSES,
  'cut-or-leave': ['cut', 'leave'],
};
const spelt = (word: string) => word.replaceAll('-', ' ');

/** What a survey asks of a tree beside what is measured: answered by a tap, or typed. */
export function AskedOfTree({ protocol: { asks = [], ownFields = [] }, said, onSay }: Props) {
  if (asks.length + ownFields.length === 0) return null;
  const own = said.own ?? {};
  const sayOwn = (key: string, value: OwnValue | null) => {
    const { [key]: _, ...others } = own;
    onSay({ own: value === null ? others : { ...others, [key]: value } });
  };
  return (
    <div className="flex flex-col gap-3" data-asked>
      {asks.map((question) => {
        const field = ANSWERED_BY[question];
        const choices = CHOICES[question];
        if (choices) {
          return (
            <Choice
              key={question}
              name={spelt(question)}
              choices={choices}
              value={(said[field] as string | null) ?? null}
              onChoose={(value) => onSay({ [field]: value })}
            />
          );
        }
        const number = question === 'cull';
        return (
          <KeptField
            key={question}
            label={number ? 'cull, %' : spelt(question)}
            value={said[field] == null ? '' : String(said[field])}
            figures={number}
            read={(text): ReadText<string | number | null> => {
              if (text === '') return { ok: true, value: null };
              if (!number) return { ok: true, value: text };
              const value = Number(text.replace(',', '.'));
              return value >= 0 && value <= 100 ? { ok: true, value } : { ok: false, reason: 'A number from 0 to 100 %.' };
            }}
            onKeep={(value) => onSay({ [field]: value })}
          />
        );
      })}
      {ownFields.map((field) => (
        <Own key={field.key} field={field} value={own[field.key] ?? null} onSay={(value) => sayOwn(field.key, value)} />
      ))}
    </div>
  );
}

function Own({ field, value, onSay }: { field: OwnField; value: OwnValue | null; onSay: (value: OwnValue | null) => void }) {
  if (field.kind === 'choice')
    return <Choice name={field.name} choices={field.choices} value={value === null ? null : String(value)} onChoose={onSay} />;
  if (field.kind === 'yes-no')
    return (
      <Choice
        name={field.name}
        choices={['yes', 'no']}
        value={typeof value === 'boolean' ? (value ? 'yes' : 'no') : null}
        onChoose={(v) => onSay(v === null ? null : v === 'yes')}
      />
    );
  const number = field.kind === 'number';
  return (
    <KeptField
      label={number && field.unit ? `${field.name}, ${field.unit}` : field.name}
      value={value === null ? '' : String(value)}
      figures={number}
      read={(text): ReadText<OwnValue | null> => {
        if (text === '') return { ok: true, value: null };
        const answer = number ? Number(text.replace(',', '.')) : text;
        const wrong = wrongWithAnswer(field, answer);
        return wrong === null ? { ok: true, value: answer } : { ok: false, reason: wrong };
      }}
      onKeep={onSay}
    />
  );
}

interface ChoiceProps {
  readonly name: string;
  readonly choices: readonly string[];
  readonly value: string | null;
  readonly onChoose: (value: string | null) => void;
}

/** One of a few; tapped once more it is not said. */
function Choice({ name, choices, value, onChoose }: ChoiceProps) {
  // an answer of before the question was changed stays in sight
  const all = value === null || choices.includes(value) ? choices : [...choices, value];
  return (
    <fieldset>
      <legend className="text-small text-soft">{name}</legend>
      <div className="mt-0.5 flex flex-wrap gap-1.5">
        {all.map((c) => (
          <button key={c} type="button" className="chip px-3" aria-pressed={c === value} onClick={() => onChoose(c === value ? null : c)}>
            {spelt(c)}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
