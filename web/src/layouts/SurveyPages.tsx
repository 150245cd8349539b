import { type ComponentType, useEffect, useState } from 'react';
import { Route, Switch } from 'wouter';
import { PageBoundary } from '../ui/PageBoundary';
import { TABS, type Tab } from './survey-tabs';

/** Pages that are loaded. No Suspense: React holds what it reveals back for a third of a second. */
const loaded = new Map<string, ComponentType>();
const load = async ({ tab, load: module }: Tab) => loaded.set(tab, (await module()).default);

// asked for before anything is drawn: the page that the address names
const named = TABS.find(({ tab }) => location.pathname === `/${tab}`);
if (named) load(named).catch(() => {}); // asked for again below, which says what is wrong

/** The pages of a survey in one document: each is loaded when it is first opened, the book stays open. */
export default function SurveyPages() {
  return (
    <Switch>
      {TABS.map((tab) => (
        <Route key={tab.tab} path={`/${tab.tab}`}>
          <PageBoundary>
            <PageOf tab={tab} />
          </PageBoundary>
        </Route>
      ))}
    </Switch>
  );
}

function PageOf({ tab }: { tab: Tab }) {
  const [Page, setPage] = useState(() => loaded.get(tab.tab));
  const [failed, setFailed] = useState<Error | null>(null);
  useEffect(() => {
    document.title = `${tab.title} · Arbolito`;
    let here = true;
    if (!Page)
      load(tab).then(
        () => here && setPage(() => loaded.get(tab.tab)),
        (e: Error) => here && setFailed(e),
      );
    return () => {
      here = false;
    };
  }, [tab, Page]);
  if (failed) throw failed;
  return Page ? <Page /> : <p className="p-6 text-soft">{tab.waiting}</p>;
}
