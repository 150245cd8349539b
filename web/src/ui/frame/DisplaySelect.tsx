import { DISPLAYS, type Display, useDisplay } from '../display';

const NAMES: Readonly<Record<Display, string>> = { day: 'Day', sun: 'Bright sun', night: 'Night' };

/** Which of the three displays is on, by its name. */
export function DisplaySelect() {
  const [display, setDisplay] = useDisplay();
  return (
    <select
      aria-label="Display"
      className="chip w-full justify-start px-2"
      value={display}
      onChange={(e) => setDisplay(e.target.value as Display)}
    >
      {DISPLAYS.map((d) => (
        <option key={d} value={d}>
          {NAMES[d]}
        </option>
      ))}
    </select>
  );
}
