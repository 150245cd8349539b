import { type ProtocolOptions, type TreeQuestion, USUALLY_COUNTED, wrongWithAnswer } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';

type Tree = RecordOf<'tree'>['body'];

/** What was answered of a tree beside what was measured. */
export type Said = Pick<Tree, 'status' | 'crownClass' | 'damage' | 'cutOrLeave' | 'cull' | 'grade' | 'own'>;

/** The field of a tree that answers a question. */
export const ANSWERED_BY: Readonly<Record<TreeQuestion, Exclude<keyof Said, 'own'>>> = {
  status: 'status',
  'crown-class': 'crownClass',
  damage: 'damage',
  'cut-or-leave': 'cutOrLeave',
  cull: 'cull',
  grade: 'grade',
};

/** Of most trees of most surveys nothing is said: one object stands for them all, wherever rows are copied to. */
const NOTHING_SAID: Said = { status: null, crownClass: null, damage: null, cutOrLeave: null, cull: null, grade: null, own: null };

export function saidOf(tree: Tree): Said {
  const { status = null, crownClass = null, damage = null, cutOrLeave = null, cull = null, grade = null, own = null } = tree;
  const nothing = (status ?? crownClass ?? damage ?? cutOrLeave ?? cull ?? grade ?? own) === null;
  return nothing ? NOTHING_SAID : { status, crownClass, damage, cutOrLeave, cull, grade, own };
}

/** A damage that is not there is said by leaving it out. */
const MAY_STAY_OPEN: ReadonlySet<TreeQuestion> = new Set(['damage']);

const NOTHING_ASKED: readonly string[] = [];

/** What a survey asks of every tree and nobody answered of this one. Of what is no tree nothing is asked. */
export function unanswered(said: Said, { asks = [], ownFields = [] }: ProtocolOptions): readonly string[] {
  if (asks.length + ownFields.length === 0 || said.status === 'vacant' || said.status === 'not-found') return NOTHING_ASKED;
  return [
    ...asks.filter((q) => !MAY_STAY_OPEN.has(q) && said[ANSWERED_BY[q]] == null).map((q) => q.replaceAll('-', ' ')),
    ...ownFields.filter((f) => f.kind !== 'text' && said.own?.[f.key] == null).map((f) => f.name),
  ];
}

/** Answers that a survey's questions, as they now are, don't allow: each in a sentence. */
export const wrongAnswers = (said: Said, { ownFields = [] }: ProtocolOptions): readonly string[] =>
  ownFields.flatMap((f) => {
    const value = said.own?.[f.key];
    return value == null ? [] : (wrongWithAnswer(f, value) ?? []);
  });

/** Why a tree is in no sum: what it is, how thin, or where it stands. */
export type NotCounted = 'status' | 'too-thin' | 'out';

/**
 * Whether a tree counts.
 * @param dbh its thickest stem, metres; null while it is not known
 * @param out whether it stands outside its plot
 * @param underRule whether it is under the smallest that its plot looks for
 */
export function notCounted(
  { status }: Said,
  dbh: number | null,
  { out, underRule }: { readonly out: boolean; readonly underRule: boolean },
  { countedStatuses = USUALLY_COUNTED, smallestDiameter = 0 }: Pick<ProtocolOptions, 'countedStatuses' | 'smallestDiameter'>,
): NotCounted | null {
  if (status != null && !countedStatuses.includes(status)) return 'status';
  if (underRule || (dbh !== null && dbh < smallestDiameter - SAME)) return 'too-thin';
  return out ? 'out' : null;
}
/** A limit in inches and a diameter in inches meet again as metres only to the last digits. */
const SAME = 1e-9;
