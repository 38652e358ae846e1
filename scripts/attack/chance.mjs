/** The same numbers from the same seed, so that what failed can be done again. */
export function chanceOf(seed) {
  let state = seed >>> 0;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return { next, below: (most) => Math.floor(next() * most), pick: (all) => all[Math.floor(next() * all.length)] };
}
