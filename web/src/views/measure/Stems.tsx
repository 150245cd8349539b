import { formatNumber, fromMetres, type Metres } from '@arbolito/core';
import { tapeUnits } from '../../field/preferences';
import { Choice, Row } from './Choice';
import { nextStem } from './tape';
import type { MeasureModel } from './use-measure';

/** The stems of the tree in hand, read and unread, and one more. */
export function Stems({ m }: { m: MeasureModel }) {
  const unit = tapeUnits(m.prefs).diameter;
  return (
    <Row label="Stem">
      {m.stems.map((s) => (
        <Choice
          key={s.name}
          label={s.diameter === null ? s.name : `${s.name}: ${formatNumber(fromMetres(s.diameter as Metres, unit), 1)}`}
          name={`stem ${s.name}${s.diameter === null ? ', not read yet' : ''}`}
          on={s.name === m.stem}
          pick={() => m.setStem(s)}
        />
      ))}
      <Choice label="+" name="another stem" on={false} pick={() => m.setStem(nextStem(m.stems))} />
    </Row>
  );
}
