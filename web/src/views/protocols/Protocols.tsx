import { formatNumber, type ProtocolOptions, protocolSentences } from '@arbolito/core';
import { useMemo, useState } from 'react';
import { makeRecord } from '../../book/make-records';
import { differences } from '../../book/protocol-differences';
import { type ProtocolLine, protocolLines } from '../../book/protocol-list';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { useBookState } from '../../field/use-book';
import { Conflicts } from '../../ui/Conflicts';
import { Frame } from '../../ui/frame/Frame';
import { OnATrunk } from '../../ui/OnATrunk';
import { bounded } from '../../ui/PageBoundary';
import { ChangeSurvey } from './ChangeSurvey';
import { Editor } from './Editor';

/** How surveys measure, read out in full; to copy, edit, and put a survey under. */
function Protocols() {
  const state = useBookState();
  const { book } = state;
  const asked = useMemo(() => new URLSearchParams(location.search), []);
  const survey = book.find('survey', asked.get('survey'));
  const lines = useMemo(() => protocolLines(book), [book]);
  const own = survey && lines.find((l) => l.surveys.some((s) => s.id === survey.entity));
  const [picked, setPicked] = useState<string | null>(asked.get('protocol'));
  const [editing, setEditing] = useState<ProtocolOptions | null>(null);
  const line = lines.find((l) => l.id === picked) ?? own ?? lines[0];
  if (!state.loaded || !line) return <Frame tab="protocols">Opening the book …</Frame>;
  const maker = () => makerNow(savedPreferences().person);
  const keep = (options: ProtocolOptions, name: string, asVersion: boolean) => {
    const body: BodyOf<'protocol'> = { name, preset: line.record?.body.preset ?? null, options: options as BodyOf<'protocol'>['options'] };
    const made = makeRecord(maker(), 'protocol', body, asVersion && line.record ? line.record : undefined);
    void bookStore.keep([made as AnyRecord]);
    setPicked(made.entity);
    setEditing(null);
  };
  return (
    <Frame tab="protocols" survey={survey && { id: survey.entity, name: survey.body.name }}>
      <h1 className="text-page leading-tight font-bold">Protocols</h1>
      <p className="mt-1 max-w-prose text-soft">
        Where the tape goes, what counts as a stem, how figures are rounded: schools differ, and a figure is worth what is known of its
        protocol.
      </p>
      <div className="mt-5 grid gap-6 desk:grid-cols-[15rem_minmax(0,1fr)]">
        <nav aria-label="Protocols">
          <ul className="border-t-2 border-ink">
            {lines.map((l) => (
              <li key={l.id}>
                <button
                  type="button"
                  aria-current={l.id === line.id}
                  className={`flex min-h-12 w-full flex-col justify-center border-b border-edge px-2 py-1.5 text-left ${l.id === line.id ? 'bg-resin-bg font-semibold' : ''}`}
                  onClick={() => {
                    setPicked(l.id);
                    setEditing(null);
                  }}
                >
                  {l.name}
                  <span className="text-note font-normal text-soft">{underName(l)}</span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        {editing ? (
          <Editor
            key={line.id}
            line={line}
            options={editing}
            onChange={setEditing}
            onKeep={keep}
            onCancel={() => setEditing(null)}
            taken={lines.map((l) => l.name)}
          />
        ) : (
          <article className="min-w-0">
            <h2 className="text-head font-semibold">{line.name}</h2>
            {line.why && <p className="text-soft">{line.why}</p>}
            {line.record && <Conflicts book={book} kind="protocol" entity={line.record.entity} units={line.options.units} />}
            {line.record && <Versions line={line} />}
            <div className="my-3 flex flex-wrap gap-2">
              <button type="button" className="button" onClick={() => setEditing(line.options)}>
                {line.record ? 'Edit or copy' : 'Copy and edit'}
              </button>
            </div>
            <Sentences options={line.options} />
            <OnATrunk protocol={{ name: line.name, options: line.options }} />
            <ChangeSurvey book={book} line={line} first={survey?.entity ?? null} onKeep={(r) => void bookStore.keep([r])} maker={maker} />
          </article>
        )}
      </div>
    </Frame>
  );
}

function underName(l: ProtocolLine): string {
  const used = l.surveys.length === 0 ? 'no survey' : l.surveys.map((s) => s.name).join(', ');
  return l.record && l.versions.length > 1 ? `version ${l.versions.length}, ${used}` : used;
}

function Sentences({ options }: { options: ProtocolOptions }) {
  return (
    <dl className="border-t-2 border-ink">
      {protocolSentences(options).map((s) => (
        <div
          key={s.option}
          className="grid gap-x-4 border-b border-rule py-1.5 desk:grid-cols-[11rem_minmax(0,1fr)]"
          data-sentence={s.option}
        >
          <dt className="text-plain text-soft">{s.topic}</dt>
          <dd>{s.text}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Every version, and what each changed in the one before. Readings name the version they were taken under. */
function Versions({ line }: { line: ProtocolLine }) {
  return (
    <ol className="mt-2 text-plain">
      {line.versions.map((v, i) => {
        const before = line.versions[i - 1];
        const changed = before ? differences(before.body.options, v.body.options) : [];
        const used = line.surveys.filter((s) => s.version === i + 1).map((s) => s.name);
        const topics = protocolSentences(v.body.options)
          .filter((s) => changed.includes(s.option))
          .map((s) => s.topic.toLowerCase());
        return (
          <li key={v.id}>
            <b>Version {formatNumber(i + 1, 0)}</b>, {v.at.slice(0, 10)}
            {topics.length > 0 && `: changes ${topics.join(', ')}`}
            {used.length > 0 && <span className="text-soft"> · {used.join(', ')}</span>}
          </li>
        );
      })}
    </ol>
  );
}

export default bounded(Protocols);
