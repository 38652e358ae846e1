/** SHA-256 of bytes written as hexadecimal digits, as hexadecimal digits; handed in, because hashing belongs to the platform. */
export type HashOfHex = (hex: string) => string;

/** The hash of one leaf's data, by RFC 9162 §2.1.1: marked apart from the hash of two halves. */
export const leafHash = (dataHex: string, hash: HashOfHex): string => hash(`00${dataHex}`);

const nodeHash = (left: string, right: string, hash: HashOfHex): string => hash(`01${left}${right}`);

/** The largest power of two below a number of two or more. */
function splitOf(size: number): number {
  let split = 1;
  while (split * 2 < size) split *= 2;
  return split;
}

/** The root over leaf hashes in order (RFC 9162 §2.1.1): that of nothing is the hash of nothing. */
export function treeRoot(leaves: readonly string[], hash: HashOfHex): string {
  const [first] = leaves;
  if (first === undefined) return hash('');
  if (leaves.length === 1) return first;
  const split = splitOf(leaves.length);
  return nodeHash(treeRoot(leaves.slice(0, split), hash), treeRoot(leaves.slice(split), hash), hash);
}

/** What proves that the leaf at `index` is in the tree (§2.1.3.1). Throws where there is no such leaf. */
export function inclusionProof(index: number, leaves: readonly string[], hash: HashOfHex): string[] {
  if (!(Number.isInteger(index) && index >= 0 && index < leaves.length))
    throw new RangeError(`There is no leaf ${index} among ${leaves.length}`);
  if (leaves.length === 1) return [];
  const split = splitOf(leaves.length);
  const [left, right] = [leaves.slice(0, split), leaves.slice(split)];
  return index < split
    ? [...inclusionProof(index, left, hash), treeRoot(right, hash)]
    : [...inclusionProof(index - split, right, hash), treeRoot(left, hash)];
}

/** Whether a proof leads from a leaf's hash at `index` in a tree of `size` to the root (§2.1.3.2). */
export function provesInclusion(
  leaf: string,
  index: number,
  size: number,
  proof: readonly string[],
  root: string,
  hash: HashOfHex,
): boolean {
  if (!(Number.isInteger(index) && Number.isInteger(size) && index >= 0 && index < size)) return false;
  let [at, last, found] = [index, size - 1, leaf];
  for (const sibling of proof) {
    if (last === 0) return false;
    if (at % 2 === 1 || at === last) {
      found = nodeHash(sibling, found, hash);
      while (at % 2 === 0 && at !== 0) [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
    } else {
      found = nodeHash(found, sibling, hash);
    }
    [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
  }
  return last === 0 && found === root;
}

/** What proves that the tree of the first `size` leaves is a prefix of this one (§2.1.4.1): nothing was rewritten. */
export function consistencyProof(size: number, leaves: readonly string[], hash: HashOfHex): string[] {
  if (!(Number.isInteger(size) && size > 0 && size <= leaves.length))
    throw new RangeError(`A tree of ${size} is no beginning of one of ${leaves.length}`);
  const within = (first: number, of: readonly string[], whole: boolean): string[] => {
    if (first === of.length) return whole ? [] : [treeRoot(of, hash)];
    const split = splitOf(of.length);
    const [left, right] = [of.slice(0, split), of.slice(split)];
    return first <= split
      ? [...within(first, left, whole), treeRoot(right, hash)]
      : [...within(first - split, right, false), treeRoot(left, hash)];
  };
  return within(size, leaves, true);
}

/** Whether a proof shows that one head is an earlier one of the same tree (§2.1.4.2). */
export function provesConsistency(
  earlier: { readonly size: number; readonly root: string },
  later: { readonly size: number; readonly root: string },
  proof: readonly string[],
  hash: HashOfHex,
): boolean {
  if (earlier.size > later.size || earlier.size < 1) return false;
  if (earlier.size === later.size) return proof.length === 0 && earlier.root === later.root;
  const isPower = (earlier.size & (earlier.size - 1)) === 0;
  const path = isPower ? [earlier.root, ...proof] : [...proof];
  let [at, last] = [earlier.size - 1, later.size - 1];
  while (at % 2 === 1) [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
  const [start, ...rest] = path;
  if (start === undefined) return false;
  let [one, two] = [start, start];
  for (const sibling of rest) {
    if (last === 0) return false;
    if (at % 2 === 1 || at === last) {
      one = nodeHash(sibling, one, hash);
      two = nodeHash(sibling, two, hash);
      while (at % 2 === 0 && at !== 0) [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
    } else {
      two = nodeHash(two, sibling, hash);
    }
    [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
  }
  return last === 0 && one === earlier.root && two === later.root;
}
