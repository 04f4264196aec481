// Compares small scripts with the readable ones they come from: with the names put back, a minifier that knows the language makes
// the same of both. Usage: node small_script.mjs JUDGES FOLDER, where FOLDER holds N.readable.js and N.small.js for each N.
import { readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const [, , judges, folder] = process.argv;
const from = createRequire(join(judges, 'installed.json'));
const { transformSync } = from('esbuild');
const ts = from('typescript');
const { SyntaxKind: K } = ts;

/** A script with what the language's own compiler says each name means. */
function readScript(text) {
  const file = ts.createSourceFile('it.js', text, ts.ScriptTarget.Latest, true);
  const host = {
    getSourceFile: (name) => (name === 'it.js' ? file : undefined), writeFile() {}, getDefaultLibFileName: () => '', useCaseSensitiveFileNames: () => true,
    getCanonicalFileName: (name) => name, getCurrentDirectory: () => '', getNewLine: () => '\n', fileExists: (name) => name === 'it.js', readFile: () => '',
  };
  const options = { allowJs: true, noLib: true, noResolve: true, types: [], target: ts.ScriptTarget.Latest };
  const checker = ts.createProgram(['it.js'], options, host).getTypeChecker();
  return { file, isOwn: (name) => !!checker.getSymbolAtLocation(name)?.declarations?.some((it) => it.getSourceFile() === file) };
}

const MEMBERS = new Set([
  K.PropertyAccessExpression, K.PropertyAssignment, K.MethodDeclaration, K.PropertyDeclaration, K.GetAccessor, K.SetAccessor,
]);

/** Whether a name is a key at the same time: another one there would be another key. */
const isKey = ({ parent }) =>
  parent.kind === K.ShorthandPropertyAssignment ||
  (parent.kind === K.BindingElement && !parent.propertyName && !parent.dotDotDotToken && parent.parent.kind === K.ObjectBindingPattern);

const plain = (node) => {
  let it = node;
  while (it.kind === K.ParenthesizedExpression) it = it.expression;
  return it;
};

const partsOf = (node) => {
  const list = [];
  ts.forEachChild(node, (it) => void list.push(it));
  return list;
};

/** Of each name that is another in the small script where it stands there and what it was; nothing if they do not match. */
function renamed(small, readable, isOwn) {
  const found = [];
  const names = new Map();
  const isOne = (key, value) => (names.get(key) ?? names.set(key, value).get(key)) === value;
  /** What stands there is the name alone again, where the readable script has no more. */
  const isNamed = (key, name, b) => key.text === b.text && match(name, b) && (key.text === name.text || !!(found.at(-1).from = key.getStart()));
  const match = (a, b) => {
    const [one, other] = [plain(a), plain(b)];
    if (one.kind === K.PropertyAssignment && other.kind === K.ShorthandPropertyAssignment) return isNamed(one.name, one.initializer, other.name);
    if (one.kind !== other.kind) return false;
    if (one.kind === K.BindingElement && one.propertyName && !other.propertyName) {
      return isNamed(one.propertyName, one.name, other.name) && !one.initializer === !other.initializer && (!one.initializer || match(one.initializer, other.initializer));
    }
    if (one.kind === K.Identifier) {
      const isMember = (one.parent.name === one && MEMBERS.has(one.parent.kind)) || one.parent.propertyName === one;
      if (isMember || (isKey(one) && one.parent.name === one) || !isOwn(other)) return one.text === other.text;
      if (!isOne(`to ${one.text}`, other.text) || !isOne(`from ${other.text}`, one.text)) return false;
      if (one.text === other.text) return true;
      found.push({ from: one.getStart(), to: one.getEnd(), name: other.text });
      return true;
    }
    const [parts, others] = [partsOf(one), partsOf(other)];
    return parts.length === others.length && parts.every((it, i) => match(it, others[i]));
  };
  return match(small, readable) ? found : null;
}

function withNames(small, readable) {
  const { file, isOwn } = readScript(readable);
  const found = renamed(ts.createSourceFile('small.js', small, ts.ScriptTarget.Latest, true), file, isOwn);
  if (!found) return small;
  return found.sort((a, b) => b.from - a.from).reduce((text, it) => text.slice(0, it.from) + it.name + text.slice(it.to), small);
}

const known = (text) => transformSync(text, { minify: true, format: 'esm' }).code;
const readIn = (name) => readFileSync(join(folder, name), 'utf8');
const names = readdirSync(folder).filter((it) => it.endsWith('.readable.js')).map((it) => it.slice(0, -'.readable.js'.length));
const others = names.filter((name) => {
  const readable = readIn(`${name}.readable.js`);
  return known(readable) !== known(withNames(readIn(`${name}.small.js`), readable));
});
for (const name of others) console.log(`${name} is not the same script`);
console.log(`${names.length} compared`);
process.exit(others.length > 0 ? 1 : 0);
