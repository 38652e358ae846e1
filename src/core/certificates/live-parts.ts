const liveMetal = String.raw`\blive (?:parts?|metal|copper|conductors?|terminals?|wires?|joints?)\b`;
const reached = String.raw`\b(?:bare|exposed|accessible|showing|touch\w*|within reach)\b`;
const touchable = new RegExp(`${liveMetal}.{0,40}${reached}|${reached}.{0,40}${liveMetal}`, 'is');
const denied = /\b(?:no|not|nothing|nobody|cannot|without|out of reach)\b/i;

/** Whether words say that live parts can be touched; a sentence that denies it says nothing. */
export const saysLiveParts = (words: string): boolean =>
  words.split(/[.;\n]/).some((sentence) => touchable.test(sentence) && !denied.test(sentence));
