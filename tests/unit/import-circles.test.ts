import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, normalize, sep } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

const isSource = (path: string) => /\.tsx?$/.test(path) && !/\.test\.tsx?$/.test(path);
const files = new Set(
  readdirSync('src', { recursive: true, encoding: 'utf8' })
    .map((path) => join('src', path))
    .filter(isSource),
);

/** What a file imports at once, values and types alike; what it fetches later is no part of it. */
function importsOf(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest);
  return source.statements.flatMap((statement) => {
    if (!ts.isImportDeclaration(statement) && !ts.isExportDeclaration(statement)) return [];
    const from = statement.moduleSpecifier;
    if (!from || !ts.isStringLiteral(from) || !from.text.startsWith('.')) return [];
    const path = normalize(join(dirname(file), from.text));
    return ['', '.ts', '.tsx'].map((ending) => path + ending).filter((each) => files.has(each));
  });
}

/** Groups of files that import each other around, by Tarjan. */
function circles(graph: ReadonlyMap<string, readonly string[]>): string[][] {
  const index = new Map<string, number>();
  const stack: string[] = [];
  const found: string[][] = [];
  const visit = (at: string): number => {
    index.set(at, index.size);
    let least = index.get(at) ?? 0;
    stack.push(at);
    for (const to of graph.get(at) ?? [])
      if (!index.has(to)) least = Math.min(least, visit(to));
      else if (stack.includes(to)) least = Math.min(least, index.get(to) ?? least);
    if (least === index.get(at)) {
      const circle = stack.splice(stack.indexOf(at));
      if (circle.length > 1) found.push(circle);
    }
    return least;
  };
  for (const at of graph.keys()) if (!index.has(at)) visit(at);
  return found;
}

describe('imports', () => {
  it('finds a circle through several files, and none where there is none', () => {
    const round = new Map([
      ['a', ['b']],
      ['b', ['c']],
      ['c', ['a', 'd']],
      ['d', []],
    ]);
    expect(circles(round).map((circle) => circle.toSorted())).toEqual([['a', 'b', 'c']]);
    expect(circles(new Map([['a', ['b']]])).length).toBe(0);
  });

  it('run in no circle, of values or types, beyond one folder of a room', () => {
    const room = (file: string) => file.split(sep).slice(0, 3).join('/');
    const wide = circles(new Map([...files].map((file) => [file, importsOf(file)]))).filter(
      (circle) => new Set(circle.map(room)).size > 1,
    );
    expect(wide).toEqual([]);
  });
});
