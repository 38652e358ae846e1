/** A seed nobody had before, short enough to be read out. */
export const newSeed = (): string => {
  const [number = 0] = crypto.getRandomValues(new Uint32Array(1));
  return (number % 36 ** 5).toString(36);
};
