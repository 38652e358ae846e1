import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type HashOfHex,
  consistencyProof,
  inclusionProof,
  leafHash,
  provesConsistency,
  provesInclusion,
  treeRoot,
} from './merkle';

const hash: HashOfHex = (hex) => createHash('sha256').update(Buffer.from(hex, 'hex')).digest('hex');
const sha = (...parts: (string | Buffer)[]) =>
  parts
    .reduce((h, part) => h.update(typeof part === 'string' ? Buffer.from(part, 'hex') : part), createHash('sha256'))
    .digest('hex');

/** Leaves of well-known data, and roots worked out by hand beside the code from the definition alone. */
const data = ['', '00', '10', '2021', '3031', '40414243', '5051525354555657', '606162636465666768696a6b6c6d6e6f'];
const leaves = data.map((each) => leafHash(each, hash));

describe('the tree', () => {
  it('of nothing, one, two and three is what its definition says', () => {
    const [a, b, c] = data.map((each) => sha('00', each)) as [string, string, string];
    expect(treeRoot([], hash)).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
    expect(treeRoot([a], hash)).toBe(a);
    expect(treeRoot([a, b], hash)).toBe(sha('01', a, b));
    expect(treeRoot([a, b, c], hash)).toBe(sha('01', sha('01', a, b), c));
  });

  it.each([
    [1, '6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d'],
    [2, 'fac54203e7cc696cf0dfcb42c92a1d9dbaf70ad9e621f4bd8d98662f00e3c125'],
    [3, 'aeb6bcfe274b70a14fb067a5e5578264db0fa9b51af5e0ba159158f329e06e77'],
    [8, '5dc9da79a70659a9ad559cb701ded9a2ab9d823aad2f4960cfe370eff4604328'],
  ])('of the first %i well-known leaves has its published root', (size, root) =>
    expect(treeRoot(leaves.slice(0, size), hash)).toBe(root),
  );
});

const someLeaves = fc
  .array(fc.uint8Array({ maxLength: 8 }), { minLength: 1, maxLength: 40 })
  .map((list) => list.map((bytes, index) => leafHash(Buffer.from([index, ...bytes]).toString('hex'), hash)));

describe('proofs', () => {
  it('prove every leaf of every tree where it is, and nothing else', () => {
    fc.assert(
      fc.property(someLeaves, fc.nat(), fc.nat(), (list, i, j) => {
        const index = i % list.length;
        const root = treeRoot(list, hash);
        const proof = inclusionProof(index, list, hash);
        const leaf = list[index] as string;
        const check = (at: number, size: number, path: readonly string[], of = leaf, to = root) =>
          provesInclusion(of, at, size, path, to, hash);
        expect(check(index, list.length, proof)).toBe(true);
        const other = j % list.length;
        if (other !== index) expect(check(index, list.length, proof, list[other])).toBe(false);
        if (other !== index) expect(check(other, list.length, proof)).toBe(false);
        expect(check(index, list.length, [...proof, root])).toBe(false);
        if (proof.length > 0) expect(check(index, list.length, proof.slice(1))).toBe(false);
        expect(check(index, list.length, proof, leaf, leafHash('ff', hash))).toBe(false);
        expect(check(list.length, list.length, proof)).toBe(false);
        expect(check(-1, list.length, proof)).toBe(false);
      }),
    );
  });

  it('show an earlier head to be the same tree’s, and one that was rewritten not to be', () => {
    fc.assert(
      fc.property(someLeaves, fc.nat(), fc.nat(), (list, s, changed) => {
        const size = 1 + (s % list.length);
        const earlier = { size, root: treeRoot(list.slice(0, size), hash) };
        const later = { size: list.length, root: treeRoot(list, hash) };
        expect(provesConsistency(earlier, later, consistencyProof(size, list, hash), hash)).toBe(true);
        const rewritten = list.map((leaf, index) => (index === changed % size ? leafHash('eeee', hash) : leaf));
        const anew = { size: list.length, root: treeRoot(rewritten, hash) };
        expect(provesConsistency(earlier, anew, consistencyProof(size, rewritten, hash), hash)).toBe(false);
      }),
    );
  });

  it.each([[-1], [8], [1.5]])('of leaf %d of eight there is none', (index) =>
    expect(() => inclusionProof(index, leaves, hash)).toThrow(RangeError),
  );
});
