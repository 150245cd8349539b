import { type PresetKey, parseLength } from '@arbolito/core';
import { useMemo, useState } from 'react';
import { makeRecord } from '../../book/make-records';
import { protocolLines } from '../../book/protocol-list';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { loadPreferences, makerNow, savePreferences } from '../../field/device';
import { useBook } from '../../field/use-book';
import { Shell } from '../../ui/Shell';

const KINDS: Record<PresetKey, BodyOf<'survey'>['kind']> = {
  'timber-us': 'every-tree',
  'forest-metric': 'every-tree',
  monitoring: 'fixed-plots',
  street: 'street',
  'tall-tree': 'record-list',
};

/** A new page of the book: purpose, then who measures, then off to the first tree. */
export default function NewSurvey() {
  const book = useBook((s) => s.book);
  // a survey begins under a preset, or under a protocol of one's own
  const lines = useMemo(() => protocolLines(book), [book]);
  const [chosen, setChosen] = useState<string | null>(null);
  const line = lines.find((l) => l.id === chosen) ?? null;
  const [form, setForm] = useState({ name: '', place: '', person: '', eye: '', species: '' });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const set = (field: keyof typeof form) => (e: React.ChangeEvent<HTMLInputElement>) => setForm({ ...form, [field]: e.target.value });

  async function begin(e: { preventDefault: () => void }) {
    e.preventDefault();
    const found: Record<string, string> = {};
    if (!line) found.preset = 'Choose what the survey is for: it decides how trees are measured.';
    if (!form.name.trim()) found.name = 'Give the survey a name, for example the place and the year.';
    const eye = form.eye.trim() ? parseLength(form.eye, line?.options.units === 'us' ? 'ft' : 'm') : null;
    if (eye && !eye.ok) found.eye = eye.reason;
    if (eye?.ok && (eye.metres < 0.8 || eye.metres > 2.5)) found.eye = `${eye.echo} is no eye height: from 0.8 m to 2.5 m.`;
    if (eye && !form.person.trim()) found.person = 'Whose eye height is it? A name is needed with it.';
    setErrors(found);
    if (Object.keys(found).length > 0 || !line) return;

    const maker = makerNow(loadPreferences().person);
    const preset = line.record ? (line.record.body.preset ?? null) : (line.id as PresetKey);
    const made = line.record
      ? null
      : makeRecord(maker, 'protocol', { name: line.name, preset, options: line.options as BodyOf<'protocol'>['options'] });
    const survey = makeRecord(maker, 'survey', {
      name: form.name.trim(),
      kind: preset ? KINDS[preset] : 'every-tree',
      protocol: made?.id ?? (line.record?.id as string),
      place: form.place.trim() || null,
    });
    const known = new Set(book.all('species').map((s) => s.body.name.toLowerCase()));
    const species = form.species
      .split(/[,;\n]/)
      .map((s) => s.trim())
      .filter((s) => s && !known.has(s.toLowerCase()))
      .map((name) => makeRecord(maker, 'species', { code: name.slice(0, 3).toUpperCase(), name, latin: null, figures: {} }));
    const records: AnyRecord[] = [...(made ? [made] : []), survey, ...species];
    if (form.person.trim()) {
      const person = makeRecord({ ...maker, person: null }, 'person', {
        name: form.person.trim(),
        eyeHeight: eye?.ok ? eye.metres : null,
        reach: null,
      });
      records.unshift(person);
      savePreferences({ ...loadPreferences(), person: person.id });
    }
    await bookStore.keep(records);
    location.assign(`/measure?survey=${survey.id}`);
  }

  return (
    <Shell where="New survey">
      <form onSubmit={begin} noValidate className="flex max-w-2xl flex-col gap-6">
        <h1 className="text-[30px] leading-tight font-bold">New survey</h1>
        <fieldset aria-describedby={errors.preset ? 'preset-error' : undefined}>
          <legend className="text-[18px] font-semibold">What is it for?</legend>
          <div className="mt-2 border-t border-edge">
            {lines.map((p) => (
              <label
                key={p.id}
                className={`flex min-h-14 items-start gap-3 border-b border-edge px-2 py-2.5 ${chosen === p.id ? 'bg-resin-bg' : ''}`}
              >
                <input
                  type="radio"
                  name="preset"
                  className="mt-0.5 h-6 w-6 shrink-0 accent-resin"
                  checked={chosen === p.id}
                  onChange={() => setChosen(p.id)}
                />
                <span>
                  <span className="block font-semibold">{p.name}</span>
                  <span className="text-[15px] text-soft">{p.why ?? `Our own, version ${p.versions.length}.`}</span>
                </span>
              </label>
            ))}
          </div>
          <Wrong id="preset-error" says={errors.preset} />
        </fieldset>
        <Text label="Name" value={form.name} onChange={set('name')} error={errors.name} id="name" />
        <Text label="Place" hint="if the name does not say it" value={form.place} onChange={set('place')} id="place" />
        <Text
          label="Species to expect"
          hint="names with commas between; more can come later"
          value={form.species}
          onChange={set('species')}
          id="species"
        />
        <div className="grid gap-6 desk:grid-cols-2">
          <Text
            label="Who measures"
            hint="if not in the book yet"
            value={form.person}
            onChange={set('person')}
            error={errors.person}
            id="person"
          />
          <Text
            label="Their eye height"
            hint="in the boots of the day; 1.6 m is assumed without it"
            value={form.eye}
            onChange={set('eye')}
            error={errors.eye}
            id="eye"
          />
        </div>
        <button type="submit" className="button button-go self-start">
          Begin with the first tree
        </button>
      </form>
    </Shell>
  );
}

interface TextProps {
  readonly id: string;
  readonly label: string;
  readonly hint?: string;
  readonly value: string;
  readonly error?: string | undefined;
  readonly onChange: (e: React.ChangeEvent<HTMLInputElement>) => void;
}

function Text({ id, label, hint, value, error, onChange }: TextProps) {
  return (
    <div>
      <label htmlFor={id} className="font-semibold">
        {label} {hint && <span className="font-normal text-soft">({hint})</span>}
      </label>
      <input
        id={id}
        value={value}
        maxLength={120}
        onChange={onChange}
        aria-invalid={Boolean(error)}
        aria-describedby={error ? `${id}-error` : undefined}
        className="mt-1 block box w-full"
      />
      <Wrong id={`${id}-error`} says={error} />
    </div>
  );
}

const Wrong = ({ id, says }: { id: string; says: string | undefined }) =>
  says ? (
    <p id={id} className="mt-1 text-[15px] text-berry">
      {says}
    </p>
  ) : null;
