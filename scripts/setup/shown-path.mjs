/** A word of an address as we name pages; an id of a job or a document, which opens nothing by itself. */
const word = /^_?[a-z][a-z-]{0,19}(\.[a-z]{2,5})?$/;
const id = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/**
 * An address as it may be written down. Some are keys: whoever has one reads a paper, signs, joins, or answers. So only what
 * is a word or an id is shown of any, whatever page it is of; all else, and everything after the question mark, is left out.
 */
export const shownPath = (url, most = 200) =>
  url
    .split(/[?#]/)[0]
    .split('/')
    .map((part) => (part === '' || word.test(part) || id.test(part) ? part : '…'))
    .join('/')
    .slice(0, most);

/** Whether an address is text at all: every escape in it is one, and none is of a character that is no text. */
export function isReadable(url) {
  try {
    return !/[\0\ufffd]/.test(decodeURIComponent(url.replaceAll('+', ' ')));
  } catch {
    return false;
  }
}

/** The same for counting by kind: an id is no kind. */
export const kindOfPath = (url) =>
  shownPath(url)
    .replace(/^\/_next\/.*/, '/_next')
    .split('/')
    .map((part) => (id.test(part) ? ':id' : part))
    .join('/');
