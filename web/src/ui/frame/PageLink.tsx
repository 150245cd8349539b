import type { AnchorHTMLAttributes } from 'react';
import { Link } from 'wouter';
import { SURVEY_PAGES } from './index-pages';

const inDocument = Object.values(SURVEY_PAGES).map((p) => p.href);
/** Whether an address is one of a survey's pages. */
export const isTab = (href: string) => inDocument.includes(href.split('?')[0] as string);

type Props = AnchorHTMLAttributes<HTMLAnchorElement> & {
  readonly href: string;
  /** Whether this page is one of a survey's: they are one document, and going from one to another opens nothing anew. */
  readonly among: boolean;
};

/** A way to another page. */
export function PageLink({ among, href, ...rest }: Props) {
  return among && isTab(href) ? <Link href={href} {...rest} /> : <a href={href} {...rest} />;
}
