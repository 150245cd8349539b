/** Stand-ins until something is read, metres; drawn as ghosts, never used in a result. */
export const GHOST_DISTANCE = 20;
/** A reach, eye to stick: 25 in. */
export const GHOST_REACH = 0.635;
