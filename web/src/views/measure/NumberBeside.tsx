import { type LengthUnit, parseLength } from '@arbolito/core';

/** A second number beside the one in the field; the pad writes to the field, this one takes the phone's own keys. */
export function NumberBeside({
  label,
  hint,
  value,
  unit,
  set,
}: {
  label: string;
  hint: string;
  value: string;
  unit: LengthUnit | null;
  set: (v: string) => void;
}) {
  const bad = value.trim() !== '' && (unit ? !parseLength(value, unit).ok : !/^[+-−]?\d+([.,]\d+)?°?$/.test(value.trim()));
  return (
    <input
      aria-label={label}
      aria-invalid={bad}
      placeholder={hint}
      inputMode="decimal"
      autoComplete="off"
      maxLength={20}
      className={`figure min-h-12 w-0 min-w-0 flex-[1.3] rounded-[8px] border-[1.5px] bg-field px-2 text-plain placeholder:text-soft placeholder:opacity-100 ${bad ? 'border-berry' : 'border-edge'}`}
      value={value}
      onChange={(e) => set(e.target.value)}
    />
  );
}
