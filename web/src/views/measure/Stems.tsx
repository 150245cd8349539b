import { formatNumber, fromMetres, type Metres } from '@arbolito/core';
import { tapeUnits } from '../../field/device';
import { Choice, Row } from './Choice';
import type { MeasureModel } from './use-measure';

/** The stems of the tree in hand, read and unread, and one more. */
export function Stems({ m }: { m: MeasureModel }) {
  const unit = tapeUnits(m.prefs).diameter;
  return (
    <Row label="Stem">
      {m.stems.map((s) => (
        <Choice
          key={s.number}
          label={s.diameter === null ? `${s.number}` : `${s.number}: ${formatNumber(fromMetres(s.diameter as Metres, unit), 1)}`}
          name={`stem ${s.number}${s.diameter === null ? ', not read yet' : ''}`}
          on={s.number === m.place.stem}
          pick={() => m.setStem(s.number)}
        />
      ))}
      <Choice label="+" name="another stem" on={false} pick={() => m.setStem(m.stems.length + 1)} />
    </Row>
  );
}
