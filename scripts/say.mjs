const t0 = Date.now();

/** One line of progress, in plain words, with the seconds since the start. */
export const say = (line) => console.log(`[${((Date.now() - t0) / 1000).toFixed(1).padStart(5)} s] ${line}`);

/** Ends with a sentence that says what to do. */
export function giveUp(line) {
  console.error(`\n${line}\n`);
  process.exit(1);
}
