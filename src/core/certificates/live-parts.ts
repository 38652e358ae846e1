const liveMetal = String.raw`\blive (?:parts?|metal|copper|conductors?|terminals?|wires?|joints?)\b`;
const reached = String.raw`\b(?:bare|exposed|accessible|showing|touch\w*|within reach)\b`;
const touchable = new RegExp(`${liveMetal}.{0,40}${reached}|${reached}.{0,40}${liveMetal}`, 'is');
const deniedWithin = /\b(?:not|nothing|nobody|cannot|no|without|out of reach)\b/i;
/** A denial right before it, with one word between at most: `no live parts`, not `no cover, live parts`. */
const deniedBefore = /\b(?:no|not|without)\s+(?:\w+\s+)?$/i;

/** Whether words say that live parts can be touched; what denies just that says nothing, another thing that is missing does. */
export const saysLiveParts = (words: string): boolean =>
  words.split(/[.;\n]/).some((sentence) => {
    const found = touchable.exec(sentence);
    return found !== null && !deniedWithin.test(found[0]) && !deniedBefore.test(sentence.slice(0, found.index));
  });
