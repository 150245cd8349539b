import { lazy, Suspense, useEffect } from 'react';
import { Route, Switch } from 'wouter';
import { TABS } from './survey-tabs';

// asked for before anything is drawn: the page that the address names
void TABS.find(({ tab }) => location.pathname === `/${tab}`)?.load();

const PAGES = TABS.map((tab) => ({ ...tab, Page: lazy(tab.load) }));

/** The pages of a survey in one document: each is loaded when it is first opened, the book stays open. */
export default function SurveyPages() {
  return (
    <Switch>
      {PAGES.map(({ tab, title, waiting, Page }) => (
        <Route key={tab} path={`/${tab}`}>
          <Titled title={title} />
          <Suspense fallback={<p className="p-6 text-soft">{waiting}</p>}>
            <Page />
          </Suspense>
        </Route>
      ))}
    </Switch>
  );
}

function Titled({ title }: { title: string }) {
  useEffect(() => {
    document.title = `${title} · Arbolito`;
  }, [title]);
  return null;
}
