import { type PresetKey, parseLength } from '@arbolito/core';
import { lazy, useMemo, useState } from 'react';
import { freeCode } from '../../book/free-code';
import { makeRecord } from '../../book/make-records';
import { exactVersionOf, type ProtocolLine, protocolLines } from '../../book/protocol-list';
import type { AnyRecord, BodyOf, RecordOf } from '../../contract/envelope';
import type { SurveyKind } from '../../contract/kinds/survey';
import { PersonBody } from '../../contract/records/person';
import { SpeciesBody } from '../../contract/records/species';
import { SurveyBody } from '../../contract/records/survey';
import { validate } from '../../contract/validate';
import { bookStore } from '../../field/book-store';
import { makerNow, newId } from '../../field/device';
import { savedPreferences, savePreferences, speciesUsed } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { checkForm, type FormOf, useContractForm } from '../../ui/contract-form';
import { Frame } from '../../ui/frame/Frame';
import { Late } from '../../ui/Late';
import { bounded } from '../../ui/PageBoundary';
import { DesignPicture } from '../../ui/plot/DesignFields';
import { type DesignForm, meantDesign, usualDesign } from '../../ui/plot/design-form';
import { HowChosen } from './HowChosen';

/** How trees are usually chosen for a purpose; whoever begins may say otherwise. */
const USUAL: Record<PresetKey, SurveyKind> = {
  'timber-us': 'every-tree',
  'forest-metric': 'every-tree',
  monitoring: 'fixed-plots',
  street: 'street',
  'tall-tree': 'record-list',
};

const presetOf = (line: ProtocolLine) => (line.record ? (line.record.body.preset ?? null) : (line.id as PresetKey));

/** The species that are named with commas between. */
const speciesIn = (text: string): readonly BodyOf<'species'>[] =>
  text
    .split(/[,;\n]/)
    .map((name) => name.trim())
    .filter(Boolean)
    .map((name) => ({ code: freeCode(name, []), name, latin: null, figures: {} }));

function refusedSpecies(text: string): string | null {
  for (const species of speciesIn(text)) {
    const checked = validate(SpeciesBody, species);
    if (!checked.ok) return `“${species.name}”: ${checked.errors[0]?.allowed}.`;
  }
  return null;
}

/** Who measures, where somebody new is named. */
const whoMeasures = (line: ProtocolLine | null): FormOf<{ person: string; eye: string } & Record<string, string>> => ({
  mean({ person, eye }) {
    const read = eye.trim() ? parseLength(eye, line?.options.units === 'us' ? 'ft' : 'm') : null;
    return {
      body: { name: person.trim(), eyeHeight: read?.ok ? read.metres : null, reach: null },
      wrong: {
        ...(person.trim() ? {} : { person: 'Whose eye height is it? A name is needed with it.' }),
        eye: read && !read.ok ? read.reason : null,
      },
    };
  },
  at: { name: 'person', eyeHeight: 'eye' },
});

const OnATrunk = lazy(() => import('../../ui/OnATrunk').then((m) => ({ default: m.OnATrunk })));

/** A new page of the book: purpose, then who measures, then off to the first tree. */
function NewSurvey() {
  const book = useBook((s) => s.book);
  // a survey begins under a preset, or under a protocol of one's own
  const lines = useMemo(() => protocolLines(book), [book]);
  const [newProtocol] = useState(newId);
  const [ownKind, setOwnKind] = useState<SurveyKind | null>(null);
  const [ownDesign, setOwnDesign] = useState<DesignForm | null>(null);
  const lineOf = (id: string) => lines.find((l) => l.id === id) ?? null;
  function sampleUnder(line: ProtocolLine | null) {
    const preset = line && presetOf(line);
    const kind = ownKind ?? (preset ? USUAL[preset] : 'every-tree');
    const units = line?.options.units ?? 'metric';
    const design = ownDesign ?? usualDesign(kind, units);
    return { kind, design, read: design && meantDesign(design, units) };
  }
  const form = useContractForm(
    SurveyBody,
    { preset: '', name: '', place: '', person: '', eye: '', species: '' },
    {
      mean(typed) {
        const line = lineOf(typed.preset);
        const { kind, read } = sampleUnder(line);
        return {
          body: {
            name: typed.name.trim(),
            kind,
            design: read?.ok ? read.value : null,
            protocol: (line && exactVersionOf(line)) ?? newProtocol,
            place: typed.place.trim() || null,
          },
          wrong: {
            preset: line ? null : 'Choose what the survey is for: it decides how trees are measured.',
            ...(read && !read.ok ? { preset: line ? `How plots are: ${read.reason}` : null } : {}),
            ...(typed.name.trim() ? {} : { name: 'Give the survey a name, for example the place and the year.' }),
            species: refusedSpecies(typed.species),
            ...(typed.person.trim() || typed.eye.trim() ? checkForm(PersonBody, typed, whoMeasures(line)).errors : {}),
          },
        };
      },
    },
  );
  const { typed } = form;
  const chosen = lineOf(typed.preset);
  const { kind, design } = sampleUnder(chosen);

  async function begin(body: SurveyBody) {
    const line = lineOf(typed.preset);
    if (!line) return;
    const maker = makerNow(savedPreferences().person);
    const options = line.options as BodyOf<'protocol'>['options'];
    const made = exactVersionOf(line)
      ? null
      : makeRecord(maker, 'protocol', { name: line.name, preset: presetOf(line), options }, line.record ?? undefined, newProtocol);
    const survey = makeRecord(maker, 'survey', body);
    const list = book.all('species');
    const known = new Map(list.map((s) => [s.body.name.toLowerCase(), s.entity]));
    const codes = list.map((s) => s.body.code);
    const species: RecordOf<'species'>[] = [];
    const expected = speciesIn(typed.species).map((s) => {
      const there = known.get(s.name.toLowerCase());
      if (there) return there;
      const code = freeCode(s.name, codes);
      codes.push(code);
      const record = makeRecord(maker, 'species', { ...s, code });
      species.push(record);
      return record.entity;
    });
    speciesUsed(expected);
    const records: AnyRecord[] = [...(made ? [made] : []), survey, ...species];
    const who = checkForm(PersonBody, typed, whoMeasures(line)).body;
    if (who) {
      const person = makeRecord({ ...maker, person: null }, 'person', who);
      records.unshift(person);
      savePreferences({ person: person.id });
    }
    await bookStore.keep(records);
    location.assign(body.design ? `/plots?survey=${survey.id}` : `/measure?survey=${survey.id}`);
  }

  return (
    <Frame tab={null} wide>
      <div className="grid gap-x-10 gap-y-6 desk:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
        <form onSubmit={form.submit(begin)} noValidate className="flex max-w-2xl flex-col gap-6">
          <h1 className="text-page leading-tight font-bold">New survey</h1>
          <fieldset aria-describedby={form.field('preset').refusal ? 'preset-error' : undefined}>
            <legend className="text-lead font-semibold">What is it for?</legend>
            <div className="mt-2 border-t border-edge">
              {lines.map((p) => (
                <label
                  key={p.id}
                  className={`flex min-h-14 items-start gap-3 border-b border-edge px-2 py-2.5 ${typed.preset === p.id ? 'bg-resin-bg' : ''}`}
                >
                  <input
                    type="radio"
                    name="preset"
                    className="mt-0.5 h-6 w-6 shrink-0 accent-resin"
                    checked={typed.preset === p.id}
                    onChange={() => {
                      form.field('preset').onChange(p.id);
                      setOwnDesign(null);
                    }}
                  />
                  <span>
                    <span className="block font-semibold">{p.name}</span>
                    <span className="text-plain text-soft">{p.why ?? `Our own, version ${p.versions.length}.`}</span>
                  </span>
                </label>
              ))}
            </div>
            <Wrong id="preset-error" says={form.field('preset').refusal} />
          </fieldset>
          {chosen && (
            <HowChosen
              kind={kind}
              units={chosen.options.units}
              design={design}
              onKind={(k) => {
                setOwnKind(k);
                setOwnDesign(null);
              }}
              onDesign={setOwnDesign}
            />
          )}
          <Text label="Name" {...form.field('name')} id="name" />
          <Text label="Place" hint="if the name does not say it" {...form.field('place')} id="place" />
          <Text label="Species to expect" hint="names with commas between; more can come later" {...form.field('species')} id="species" />
          <div className="grid gap-6 desk:grid-cols-2">
            <Text label="Who measures" hint="if not in the book yet" {...form.field('person')} id="person" />
            <Text
              label="Their eye height"
              hint={`in the boots of the day; ${chosen?.options.units === 'us' ? '5.2 ft' : '1.6 m'} is assumed without it`}
              {...form.field('eye')}
              id="eye"
            />
          </div>
          <button type="submit" className="button button-go self-start">
            {design ? 'Begin, and make its first plot' : 'Begin with the first tree'}
          </button>
        </form>
        <div className="min-w-0">
          {chosen && design && <DesignPicture form={design} units={chosen.options.units} />}
          {chosen ? (
            <Late fallback={<p className="text-soft">Drawing a trunk …</p>}>
              <OnATrunk protocol={chosen} title={`What “${chosen.name}” does to a trunk`} />
            </Late>
          ) : (
            <p className="hidden border-l-4 border-slate bg-slate-bg p-4 desk:block">
              Choose what it is for: here you see where the tape then goes on a trunk that leans, forks or swells.
            </p>
          )}
        </div>
      </div>
    </Frame>
  );
}

interface TextProps {
  readonly id: string;
  readonly label: string;
  readonly hint?: string;
  readonly value: string;
  readonly refusal: string | null;
  readonly onChange: (text: string) => void;
}

function Text({ id, label, hint, value, refusal, onChange }: TextProps) {
  return (
    <div>
      <label htmlFor={id} className="font-semibold">
        {label} {hint && <span className="font-normal text-soft">({hint})</span>}
      </label>
      <input
        id={id}
        value={value}
        maxLength={120}
        onChange={(e) => onChange(e.target.value)}
        aria-invalid={Boolean(refusal)}
        aria-describedby={refusal ? `${id}-error` : undefined}
        className="mt-1 block box w-full"
      />
      <Wrong id={`${id}-error`} says={refusal} />
    </div>
  );
}

const Wrong = ({ id, says }: { id: string; says: string | null }) =>
  says ? (
    <p id={id} className="mt-1 text-plain text-berry">
      {says}
    </p>
  ) : null;

export default bounded(NewSurvey);
