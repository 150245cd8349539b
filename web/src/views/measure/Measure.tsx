import { lazy, memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { afterPaint } from '../../field/after-paint';
import { useHands } from '../../field/hands';
import { Frame } from '../../ui/frame/Frame';
import { KeptState } from '../../ui/KeptState';
import { Late } from '../../ui/Late';
import { SightSheet } from '../../ui/SightSheet';
import { useSightLayout } from '../../ui/use-sight-layout';
import { useDesk } from '../../ui/use-size';
import { loadReach, type Panel, Reach, useReach } from './Beside';
import { Chips, loadHeightChips } from './Chips';
import { Field, Pad } from './Entry';
import { PhoneHead } from './Header';
import { loadOtherTools } from './TapeChips';
import { TreeTabs } from './TreeTabs';
import { useKeyboard } from './use-keyboard';
import { type MeasureModel, useMeasure } from './use-measure';

const loadGuide = () => import('../../ui/tape-guide/TapeGuide');
const TapeGuide = lazy(() => loadGuide().catch(() => ({ default: GuideNotHere })));

// what stands around the sheet comes a moment after it: nobody waits for it to type
const LateTrail = lazy(() =>
  afterPaint()
    .then(() => import('./Trail'))
    .then((t) => ({ default: memo(t.Trail) })),
);
const LateResults = lazy(() =>
  afterPaint()
    .then(() => import('./Results'))
    .then((r) => ({ default: memo(r.Results) })),
);
const LateRemedy = lazy(() =>
  afterPaint()
    .then(() => import('./Remedy'))
    .then((r) => ({ default: memo(r.Remedies) })),
);
const loadHandles = () => import('./SheetHandles');
const SheetHandles = lazy(loadHandles);
const loadVisits = () => import('./Visits');
const Visits = lazy(loadVisits);
const loadWon = () => import('./Won');
const Won = lazy(loadWon);
const loadSheet = () => import('./OneTreeSheet');
const OneTreeSheet = lazy(loadSheet);
const InHand = lazy(() => import('./InHand').catch(() => ({ default: NothingInHand })));
/** The tree is measured without it all the same. */
const NothingInHand = () => null;
const loadNotHere = () => import('./NotHere');
const NotHere = lazy(loadNotHere);

/** The guide's script could not be fetched: the tape can be read all the same. */
function GuideNotHere({ hint }: { hint: string | null }) {
  return (
    <div className="p-6">
      <h1 className="text-title font-semibold">The guide is not on this device yet</h1>
      <p className="my-3 max-w-prose text-soft">
        It is fetched with the first page that is opened while the server answers. Go back to the tape and read it at breast height. {hint}
      </p>
      <button type="button" className="button" onClick={() => location.reload()}>
        Reload this page
      </button>
    </div>
  );
}

/** The heart: the sight sheet in the middle, the steps on one side, the pad on the other; a phone stacks them. */
export default function Measure() {
  const m = useMeasure();
  const [panel, setPanel] = useState<Panel>(null);
  const said = useReach();
  const desk = useDesk();
  const input = useRef<HTMLInputElement>(null);
  useKeyboard(m, input);
  useEffect(() => {
    // fetched while there is a network, used where there is none
    const soon = setTimeout(() => void loadHeightChips().catch(() => {}), 300);
    const idle = setTimeout(
      () =>
        void Promise.all([
          loadGuide(),
          loadReach(),
          loadOtherTools(),
          loadHandles(),
          loadVisits(),
          loadSheet(),
          loadWon(),
          loadNotHere(),
        ]).catch(() => {}),
      1500,
    );
    return () => {
      clearTimeout(soon);
      clearTimeout(idle);
    };
  }, []);

  const survey = m.survey;
  const inFrame = useMemo(() => survey && { id: survey.entity, name: survey.body.name }, [survey]);
  if (m.treeStruck || !m.ready) {
    const opening = <h1 className="text-title font-semibold">Opening the book …</h1>;
    return (
      <Frame tab="measure" survey={inFrame}>
        {m.opening && !m.treeStruck ? (
          opening
        ) : (
          <Late fallback={opening}>
            <NotHere m={m} />
          </Late>
        )}
      </Frame>
    );
  }
  const atTrunk = m.hand.at === 'trunk';
  const head = {
    tag: m.tree.tag,
    species: m.tree.species,
    speciesList: m.speciesList,
    setTree: m.setTree,
    atTrunk,
    panel,
    setPanel,
    go: m.go,
  };
  const page = panel === 'visits' || panel === 'sheet';
  // a phone has no room for them while it reads
  const tabbed = atTrunk || panel !== null;
  return (
    <Frame tab="measure" survey={inFrame} fill phone={<PhoneHead {...head} />}>
      <div
        className={`grid h-full grid-cols-[minmax(0,1fr)] ${tabbed ? 'grid-rows-[auto_auto_minmax(0,1fr)_auto]' : 'grid-rows-[auto_minmax(0,1fr)_auto]'} overflow-hidden desk:grid-rows-[auto_auto_minmax(0,1fr)] ${panel === 'reach' ? 'desk:grid-cols-[380px_minmax(0,1fr)_324px]' : 'desk:grid-cols-[264px_minmax(0,1fr)_324px]'}`}
      >
        <div className={`desk:col-span-3 ${tabbed ? '' : 'hidden desk:block'}`}>
          <TreeTabs atTrunk={atTrunk} panel={panel} setPanel={setPanel} go={m.go} />
        </div>
        {atTrunk ? (
          <main className="row-span-3 flex min-h-0 flex-col desk:col-span-3 desk:row-span-2 desk:row-start-2">
            <Late fallback={<p className="p-6 text-soft">Opening the trunk …</p>}>
              <TapeGuide {...guideOf(m)} />
            </Late>
          </main>
        ) : page ? (
          <main className="row-span-3 min-h-0 overflow-auto bg-sheet p-4 desk:col-span-3 desk:row-span-2 desk:row-start-2 desk:px-6">
            <Late fallback={<p className="text-soft">Opening …</p>}>
              {panel === 'visits' ? <Visits m={m} onPick={() => setPanel(null)} /> : <OneTreeSheet m={m} />}
            </Late>
          </main>
        ) : (
          <Sheets m={m} panel={panel} setPanel={setPanel} said={said} desk={desk} input={input} />
        )}
      </div>
    </Frame>
  );
}

/** The model as the sheet shows it: of a step just opened only once its field has been painted; until then the one before. */
function useDrawn(m: MeasureModel): MeasureModel {
  const place = `${m.hand.tree} ${m.hand.at}`;
  const [shown, show] = useState(place);
  const before = useRef(m);
  useEffect(() => {
    if (shown === place) before.current = m;
    else void afterPaint().then(() => show(place));
  }, [shown, place, m]);
  return shown === place ? m : before.current;
}

interface SheetsProps {
  readonly m: MeasureModel;
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
  readonly said: ReturnType<typeof useReach>;
  readonly desk: boolean;
  readonly input: React.RefObject<HTMLInputElement | null>;
}

/** Steps, sight sheet and pad: all but the trunk. */
function Sheets({ m, panel, setPanel, said, desk, input }: SheetsProps) {
  const onReach = useCallback(() => setPanel('reach'), [setPanel]);
  const onVisits = useCallback(() => setPanel('visits'), [setPanel]);
  const reach = <Reach m={m} said={said} onClose={() => setPanel(null)} />;
  // the next step's field and keys come first, its sheet a frame later: nobody waits for it to type, and what was typed is drawn already
  const drawn = useDrawn(m);
  const { left: _, ...how } = useHands();
  const held = Object.values(how).some(Boolean);
  // what is read once more without looking: nothing says what it was the first time
  const blind = how.pair && m.hand.again;
  return (
    <>
      <aside
        className="hidden overflow-auto border-r border-rule p-4 desk:row-span-2 desk:row-start-2 desk:block"
        aria-label={panel === 'reach' ? 'Beside the sheet' : 'The tree and its steps'}
      >
        {desk &&
          !blind &&
          (panel === 'reach' ? (
            reach
          ) : (
            <Late>
              <LateTrail m={drawn} onReach={onReach} />
            </Late>
          ))}
      </aside>

      <main className="contents">
        <div className="desk:col-start-2 desk:row-start-2">
          <Late fallback={<div className="h-[62px] bg-ink" />}>
            {blind ? <div className="h-[62px] bg-ink" /> : <LateResults m={drawn} narrow={panel === 'reach'} onReach={onReach} />}
          </Late>
        </div>
        {!desk && panel === 'reach' && <div className="row-span-2 overflow-auto p-4">{reach}</div>}
        {!desk && panel === 'steps' && (
          <div className="row-span-2 overflow-auto p-4">
            <Late>
              <LateTrail m={m} onPick={() => setPanel(null)} onReach={onReach} />
            </Late>
            <p className="mt-4 text-plain text-soft" role="status">
              <KeptState />
            </p>
          </div>
        )}
        <div className={`${panel ? 'hidden desk:flex' : 'flex'} min-h-0 flex-col desk:col-start-2 desk:row-start-3`}>
          {!blind && <Sheet m={drawn} />}
          {held && (
            <Late>
              <InHand m={m} />
            </Late>
          )}
          <Late>
            <LateRemedy m={drawn} onVisits={onVisits} />
          </Late>
        </div>

        <section
          aria-label="Reading"
          className={`${panel ? 'hidden desk:flex' : 'flex'} flex-col gap-1.5 p-2 desk:col-start-3 desk:row-span-2 desk:overflow-auto desk:row-start-2 desk:gap-3 desk:border-l desk:border-rule desk:p-4`}
        >
          <Field m={m} input={input} />
          <Chips m={drawn} onReach={onReach} />
          <Pad m={m} />
          {desk && drawn.hand.at === 'done' && (
            <Late>
              <Won m={drawn} />
            </Late>
          )}
        </section>
      </main>
    </>
  );
}

/** What the guide needs to know of the stem in hand. */
function guideOf(m: MeasureModel) {
  const dbh = m.result.stems.find((s) => s.stem === m.stem)?.dbh;
  return {
    trunk: m.trunk,
    protocol: m.protocol,
    diameter: dbh?.ok ? dbh.value.unrounded : null,
    height: m.result.height.ok ? m.result.height.value.value : null,
    stem: m.stems.length > 1 ? m.stem : null,
    hint: m.hint,
    onChange: m.setTrunk,
    onDone: m.keepTrunk,
  };
}

const Sheet = memo(function Sheet({ m }: { m: MeasureModel }) {
  const scene = m.scene();
  const { frame, layout, hold } = useSightLayout(scene);
  const name = `Sight sheet of tree ${m.tree.tag}, to scale`;
  return (
    <div ref={frame} className="relative min-h-0 flex-1 overflow-hidden contain-strict">
      {/* a layer of its own: the drawing changes with every key, the ruled paper never does */}
      <div className="ruled absolute inset-0 will-change-transform" />
      {layout && (
        <SightSheet
          layout={layout}
          crownGhost={scene.crownGhost}
          heightGhost={scene.heightGhost}
          pomGhost={scene.pomGhost}
          distanceGhost={scene.distance.ghost}
          now={m.hand.at}
          name={name}
          onPick={m.pick}
        />
      )}
      {layout && (m.hand.at === 'lean' || m.hand.at === 'crown') && (
        <Late>
          <SheetHandles m={m} layout={layout} onHold={hold} />
        </Late>
      )}
    </div>
  );
});
