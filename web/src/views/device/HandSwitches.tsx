import { type Hands, setHands, useHands } from '../../field/hands';

const SWITCHES: readonly { readonly what: keyof Hands; readonly name: string; readonly says: string }[] = [
  { what: 'left', name: 'Left hand', says: 'Signs, erase and Enter lie on the left of the pad.' },
  { what: 'awake', name: 'Screen stays on', says: 'While a tree is measured; it takes more of the battery.' },
  { what: 'sound', name: 'Sound', says: 'A short high tone for what is kept, two low ones for what wants a second look.' },
  { what: 'buzz', name: 'Vibration', says: 'The same for the hand, where the device can.' },
  { what: 'pair', name: 'Two people', says: 'What was kept is read back large; what is read once more hides the first reading.' },
];

/** How the device is held and heard. */
export function HandSwitches() {
  const hands = useHands();
  return (
    <section className="mt-6" aria-labelledby="hands">
      <h2 id="hands" className="border-b-2 border-ink pb-1 text-lead font-semibold">
        In the hand
      </h2>
      {SWITCHES.map(({ what, name, says }) => (
        <label key={what} className="flex min-h-12 items-center gap-3 border-b border-rule py-2">
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-[var(--resin)]"
            checked={hands[what]}
            onChange={(e) => setHands({ [what]: e.target.checked })}
          />
          <span>
            <b className="font-semibold">{name}</b>
            <span className="block text-plain text-soft">{says}</span>
          </span>
        </label>
      ))}
    </section>
  );
}
