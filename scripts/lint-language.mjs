/**
 * Lints the language of screens, comments, documents and test names by scripts/language.json. The counts in scripts/language-baseline.json may only
 * fall: a rise fails, and `--write` stores lower ones. `--list [TEXT]` prints each place, `--kind KIND` only places of one kind of text.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { relative } from 'node:path';
import ts from 'typescript';

const RULES = JSON.parse(readFileSync('scripts/language.json', 'utf8'));
const BASELINE = 'scripts/language-baseline.json';
const KINDS = ['screen', 'comment', 'doc', 'test'];
const FILES = ['src/**/*', 'scripts/**/*', 'e2e/**/*', 'docs/**/*', '*.md'];
const EXCEPTION = /language-ok:\s*\S/;
/** Functions with a test name as their first argument. */
const TEST_CALLS = new Set(['it', 'test', 'describe']);
/** Attributes that hold no text for readers. */
const SILENT = new Set(['className', 'sx', 'style', 'id', 'href', 'd', 'viewBox', 'points', 'transform', 'key', 'type', 'role', 'name']);

const patterns = RULES.words.map((w) => ({ ...w, re: new RegExp(`\\b(?:${w.find})\\b`, 'gi'), not: w.not && new RegExp(w.not, 'i') }));
const marks = RULES.marks.map((m) => ({ ...m, re: new RegExp(m.find, 'g') }));
const openings = { ...RULES.openings, re: new RegExp(RULES.openings.find) };

/** Every piece of text of a source file: its kind, its place and its words. */
function* textsOf(path) {
  const text = readFileSync(path, 'utf8');
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, path.endsWith('x') ? ts.ScriptKind.TSX : undefined);
  const isTest = /\.(test|spec)\.tsx?$/.test(path) || path.startsWith('e2e/');
  const comments = new Map();
  const found = [];
  const say = (kind, node, words) => found.push({ kind, at: node.getStart(file), words });
  const visit = (node) => {
    for (const range of [...(ts.getLeadingCommentRanges(text, node.pos) ?? []), ...(ts.getTrailingCommentRanges(text, node.end) ?? [])])
      comments.set(range.pos, range);
    if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
      const words = ts.isTemplateExpression(node)
        ? node.head.text + node.templateSpans.map((s) => `{}${s.literal.text}`).join('')
        : node.text;
      const kind = kindOf(node, isTest);
      if (kind && isProse(words)) say(kind, node, words);
    } else if (ts.isJsxText(node) && !isTest && isProse(node.text)) say('screen', node, node.text);
    for (const child of node.getChildren(file)) visit(child);
  };
  visit(file);
  for (const range of comments.values()) {
    const words = text
      .slice(range.pos, range.end)
      .replace(/^\/\*+|\*+\/$|^\/\/+/g, '')
      .replace(/^\s*\* ?/gm, ' ')
      .replace(/`[^`]*`/g, '{}')
      .replace(/\n?\s*@(param|returns|throws)\b/g, '\n\n');
    if (!/^\s*(eslint|@ts|prettier)/.test(words)) found.push({ kind: 'comment', at: range.pos, words });
  }
  for (const { kind, at, words } of found) {
    const { line } = file.getLineAndCharacterOfPosition(at);
    const own = text.split('\n', line + 1)[line] ?? '';
    if (!EXCEPTION.test(own)) yield { kind, line: line + 1, words };
  }
}

/** Kind of text of a string literal. Null if no person reads it. */
function kindOf(node, isTest) {
  const { parent } = node;
  if (
    ts.isImportDeclaration(parent) ||
    ts.isExportDeclaration(parent) ||
    ts.isLiteralTypeNode(parent) ||
    ts.isExternalModuleReference(parent)
  )
    return null;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return null;
  if (isTest) {
    let call = parent;
    if (!ts.isCallExpression(call) || call.arguments[0] !== node) return null;
    while (ts.isCallExpression(call) || ts.isPropertyAccessExpression(call)) call = call.expression;
    return ts.isIdentifier(call) && TEST_CALLS.has(call.text) ? 'test' : null;
  }
  for (let up = parent; up; up = up.parent) {
    if (ts.isJsxAttribute(up)) return SILENT.has(up.name.getText()) ? null : 'screen';
    if (ts.isStatement(up)) break;
  }
  return 'screen';
}

/** Words of a sentence or a label, not an id, a path, a style or a database command. */
const isProse = (words) =>
  !/\b(SELECT|INSERT INTO|UPDATE|DELETE FROM|CREATE|ALTER TABLE|DROP)\b/.test(words) &&
  /[A-Za-z]{2}/.test(words) &&
  (/[a-z] [a-z]/i.test(words.trim()) || /^\s*[A-Z][a-z]+\.?\s*$/.test(words));

/** Paragraphs, list items and table rows of a document without code, with their first lines. */
function* paragraphsOf(path) {
  let code = false;
  let words = '';
  let first = 0;
  for (const [i, row] of [...readFileSync(path, 'utf8').split('\n'), ''].entries()) {
    const fence = /^\s*(```|~~~)/.test(row);
    if (fence) code = !code;
    const text = code || fence ? '' : row.trim();
    if (words !== '' && (text === '' || /^([-*|#]|\d+\. )/.test(text))) {
      yield { kind: 'doc', line: first, words: words.replace(/`[^`]*`/g, '{}').replace(/\]\([^)]*\)/g, ']') };
      words = '';
    }
    if (text === '') continue;
    if (words === '') first = i + 1;
    words = `${words} ${text}`.trim();
  }
}

/** Sentences and labels: an indented line starts a new one, as in a list of options. */
const sentencesOf = (words) => words.split(/(?<=[.!?;:])\s+|\n\s*\n|\n {2,}|\|/).map((s) => s.replace(/\s+/g, ' ').trim());

/** Rule violations in one piece of text. */
function* problemsOf({ kind, words }) {
  for (const { re, not, use, find, in: kinds = KINDS } of patterns) {
    if (!kinds.includes(kind)) continue;
    for (const match of words.matchAll(re)) {
      const around = words.slice(Math.max(0, match.index - 12), match.index + match[0].length + 12);
      if (!not?.test(around)) yield { rule: find, word: match[0], use };
    }
  }
  for (const { re, use, find, in: kinds = KINDS } of marks) {
    if (!kinds.includes(kind)) continue;
    for (const match of words.matchAll(re)) yield { rule: find, word: match[0], use };
  }
  if (kind === 'test') return;
  for (const sentence of sentencesOf(words)) {
    if (openings.re.test(sentence)) yield { rule: 'opening', word: sentence.slice(0, 40), use: openings.use };
    const count = sentence.split(' ').filter((w) => /\w/.test(w)).length;
    if (count > RULES.longest)
      yield { rule: 'length', word: `${count} words: ${sentence.slice(0, 60)}`, use: `at most ${RULES.longest} words` };
  }
}

const flag = (name) => process.argv.includes(name);
const after = (name) => (flag(name) ? process.argv[process.argv.indexOf(name) + 1] : undefined);
const counts = Object.fromEntries(KINDS.map((k) => [k, {}]));
const only = after('--kind');
const wanted = after('--list')?.toLowerCase();
const paths = ts.sys
  .readDirectory('.', ['.ts', '.tsx', '.mjs', '.md'], undefined, FILES)
  .map((p) => relative('.', p))
  .filter((p) => !RULES.except.includes(p))
  .sort();
for (const path of paths)
  for (const piece of path.endsWith('.md') ? paragraphsOf(path) : textsOf(path))
    for (const { rule, word, use } of problemsOf(piece)) {
      counts[piece.kind][rule] = (counts[piece.kind][rule] ?? 0) + 1;
      if (
        flag('--list') &&
        (!only || only === piece.kind) &&
        (!wanted || wanted.startsWith('--') || `${path} ${word} ${rule}`.toLowerCase().includes(wanted))
      )
        console.log(`${path}:${piece.line} [${piece.kind}] “${word}” → ${use}`);
    }

const total = (of) => Object.values(of).reduce((sum, n) => sum + n, 0);
if (flag('--write')) writeFileSync(BASELINE, `${JSON.stringify(counts, null, 2)}\n`);
const allowed = JSON.parse(readFileSync(BASELINE, 'utf8'));
const risen = KINDS.flatMap((kind) =>
  Object.entries(counts[kind]).flatMap(([rule, n]) =>
    n > (allowed[kind]?.[rule] ?? 0) ? [`${kind}, “${rule}”: ${n}, ${allowed[kind]?.[rule] ?? 0} allowed`] : [],
  ),
);
console.log(
  `language: ${KINDS.map((k) => `${total(counts[k])} in ${k}`).join(', ')} (allowed ${KINDS.map((k) => total(allowed[k] ?? {})).join(', ')})`,
);
if (risen.length > 0) {
  console.error(
    `New text breaks the language guide:\n${risen.map((r) => `  ${r}`).join('\n')}\nFind the places: node scripts/lint-language.mjs --list WORD`,
  );
  process.exit(1);
}
