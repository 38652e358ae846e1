import { readFileSync, readdirSync } from 'node:fs';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/** Where words are shown: the interface, what core says, what is printed and mailed. */
const rooms = ['src/features', 'src/ui', 'src/app', 'src/core', 'src/print', 'src/server'];

/** Declarations are signed in their words; practice and lists keep stored words of their own. */
const keeps = [
  'Could become a danger. Put right urgently.',
  'I found the danger described here, told the person named of it at the time given, and this notice is an accurate account of what I saw and did.',
];

/** The words of the glossary's second table, as they are looked for. */
function unwanted(): readonly RegExp[] {
  const [, table = ''] = readFileSync('docs/glossary.md', 'utf8').split('## Words we do not use');
  return [...table.matchAll(/^\| (?!not \|)([a-z][^|]*) \|/gm)]
    .flatMap(([, words = '']) => words.split(', '))
    .map((words) => new RegExp(`(?<![-\\w])${words}(?![-\\w])`, 'i'));
}

/** A sentence or a label, and not a name in code: a space in it, or a capital before it. */
const isShown = (text: string) => /[a-z]{2}/i.test(text) && (/\w \w/.test(text) || /^[A-Z][a-z]/.test(text));

/** What class names and queries look like: nobody reads them. */
const isCode = (text: string) => /(^|\s)(flex|grid|min-|max-|md:|px-|border|select|insert|update|from \$)/.test(text);

/** Names of the stored record, which are values and stand in lists of values. */
const isStored = (node: ts.Node) =>
  ts.isArrayLiteralExpression(node.parent) ||
  ts.isLiteralTypeNode(node.parent) ||
  ts.isCaseClause(node.parent) ||
  ts.isBinaryExpression(node.parent) ||
  (ts.isPropertyAssignment(node.parent) && node.parent.name === node) ||
  ts.isImportDeclaration(node.parent);

function shownIn(file: string): readonly { readonly line: number; readonly text: string }[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: { line: number; text: string }[] = [];
  const look = (node: ts.Node): void => {
    const text =
      ts.isJsxText(node) || ((ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) && !isStored(node))
        ? node.text
        : ts.isTemplateExpression(node)
          ? [node.head.text, ...node.templateSpans.map((span) => span.literal.text)].join('…')
          : null;
    const said = text?.replace(/\s+/g, ' ').trim() ?? '';
    const isName = ts.isJsxAttribute(node.parent ?? node) && /^(className|data-|id$)/.test(node.parent.getText());
    if ((ts.isJsxText(node) || isShown(said)) && !isName && !isCode(said) && !keeps.includes(said))
      found.push({ line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: said });
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

describe('the words of screens, messages and documents', () => {
  it('has words to look for', () => {
    expect(unwanted().length).toBeGreaterThan(25);
    expect(unwanted().some((each) => each.test('Ask somebody in'))).toBe(true);
    expect(unwanted().some((each) => each.test('Save observation'))).toBe(false);
  });
  it.each(rooms)('uses none of the words the glossary replaces in %s', (room) => {
    const words = unwanted();
    const files = readdirSync(room, { recursive: true, encoding: 'utf8' })
      // What was sealed prints in the words it was sealed with.
      .filter((name) => /\.tsx?$/.test(name) && !name.includes('.test.') && !name.startsWith('layouts/'))
      .map((name) => `${room}/${name}`);
    const found = files.flatMap((file) =>
      shownIn(file).flatMap(({ line, text }) =>
        words.some((each) => each.test(text)) ? [`${file}:${line} ${text.slice(0, 90)}`] : [],
      ),
    );
    expect(found).toEqual([]);
  });
});
