// Parsing and walking, shared by the translators.
import { createRequire } from 'node:module';
import { join } from 'node:path';

/// A parser of a language by its tree-sitter grammar from npm.
export async function parserOf(judges, language) {
  const require = createRequire(join(judges, 'package.json'));
  const { Parser, Language } = require('web-tree-sitter');
  await Parser.init();
  const parser = new Parser();
  parser.setLanguage(await Language.load(join(judges, `node_modules/@repomix/tree-sitter-wasms/out/tree-sitter-${language}.wasm`)));
  return (text) => plain(parser.parse(text).rootNode);
}

/// The tree as plain objects: walking it across the border to WebAssembly again and again is slow.
function plain(node) {
  if (node.isError || node.isMissing) throw new Error(`does not parse: ${node.text.slice(0, 80)}`);
  return { type: node.type, named: node.isNamed, text: node.childCount === 0 || node.type.includes('literal') ? node.text : '', children: node.children.map(plain) };
}

export const isNote = (node) => node.type.includes('comment');

export function first(node, ...types) {
  return node.children.find((it) => types.includes(it.type));
}

export function all(node, ...types) {
  return node.children.filter((it) => types.includes(it.type));
}

export function* descendants(node) {
  for (const child of node.children) {
    yield child;
    yield* descendants(child);
  }
}

/// A construct the translator has no rule for must be seen: it would silently become something else.
export function unknown(node, language) {
  const around = [...descendants(node)].map((it) => it.text).join(' ').slice(0, 120);
  throw new Error(`no rule for ${node.type} of ${language}: ${around}`);
}

/// Constants in an order in which each stands behind those it names.
export function byNeed(texts) {
  const done = new Set();
  const parts = [];
  const visit = (name) => {
    if (done.has(name)) return;
    done.add(name);
    const words = new Set(texts.get(name).slice(`const ${name}`.length).match(/[\w$]+/g));
    for (const other of texts.keys()) if (words.has(other)) visit(other);
    parts.push(texts.get(name));
  };
  [...texts.keys()].forEach(visit);
  return parts;
}
