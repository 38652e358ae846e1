import { fleschKincaid } from 'flesch-kincaid';
import { syllable } from 'syllable';

/** The age at which most people read a text with ease, by Flesch and Kincaid; null while there are too few words to say. */
export function readingAge(text: string): number | null {
  const words = text.match(/\p{L}[\p{L}’'-]*/gu) ?? [];
  if (words.length < 20) return null;
  const sentences = text.split(/[.!?:;]+|\n{2,}/).filter((part) => /\p{L}/u.test(part)).length;
  const grade = fleschKincaid({
    sentence: Math.max(1, sentences),
    word: words.length,
    syllable: words.reduce((sum, word) => sum + Math.max(1, syllable(word)), 0),
  });
  return Math.max(5, Math.round(grade + 5));
}

/** What whoever lives there should be able to read. */
export const plainAge = 12;
