// Names that last no longer than a load or a release, made up from a seed so that builds repeat.

/** A generator of letters and digits as a build or a script would make them up. */
export function madeUp(seed) {
  let state = seed;
  return (length) => {
    const letters = 'abcdefghijkmnpqrstuvwxyzABCDEFGHJKLMNPQRSTUVWXYZ23456789';
    let name = '';
    for (let i = 0; i < length; i++) {
      state = (state * 1103515245 + 12345) % 2147483648;
      name += i === 1 ? String((state >> 8) % 10) : letters[(state >> 8) % letters.length];
    }
    return name;
  };
}

/** Names of one release and one load of it. */
export function namesFor(release, load) {
  const build = madeUp(release * 7919);
  const fresh = madeUp(release * 7919 + load * 104729);
  const hash = { card: build(6), cell: build(6) };
  return {
    release,
    /** The same in every load of a release. */
    card: `pw-card_${hash.card}`,
    cell: `css-${hash.cell.toLowerCase()}`,
    /** New at each load. */
    instance: (n) => `ll-${fresh(5)}-${n}`,
    block: () => `block-${100000 + load * 4211 + release * 13}`,
  };
}
