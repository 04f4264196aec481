// Players are laid out as their languages' own formatters have it: prettier, ktfmt, swift-format; Dart's own cannot be had from a
// package registry, and its printer keeps to 120 columns itself. Marks are comments to a formatter, and so are the names in @…@ that
// an export puts something else for, once they are names.
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { homedir, tmpdir } from 'node:os';
import { extname, join } from 'node:path';

const caches = process.env.XDG_CACHE_HOME ?? join(homedir(), '.cache');
const ktfmt = process.env.KOTLIN_FORMATTER ?? join(caches, 'scaena/ktfmt-0.46.jar'); // tests/judges/android/formatter
const swiftFormat = process.env.SCAENA_SWIFT ? join(process.env.SCAENA_SWIFT, 'bin/swift-format') : '';
const SWIFT = '{"version": 1, "lineLength": 120, "indentation": {"spaces": 4}}';
export const SCRIPT = { printWidth: 120, singleQuote: true };

const piped = (program, args, input) => execFileSync(program, args, { input, encoding: 'utf8', stdio: ['pipe', 'pipe', 'pipe'] });

const named = (text) => text.replace(/@([A-Z]+)@/g, 'zz_$1_zz');
const unnamed = (text) => text.replace(/zz_([A-Z]+)_zz/g, '@$1@');

/** All at once: starting it is what takes long. */
function kotlin(texts) {
  const folder = mkdtempSync(join(tmpdir(), 'kotlin-'));
  const files = texts.map((text, i) => join(folder, `File${i}.kt`));
  files.forEach((file, i) => writeFileSync(file, texts[i]));
  piped('java', ['-jar', ktfmt, '--kotlinlang-style', ...files]);
  const made = files.map((file) => readFileSync(file, 'utf8').replace(/\/\/ \? /g, '//? '));
  rmSync(folder, { recursive: true });
  return made;
}

/**
 * Texts by their paths as their formatters have them; null where there is no such formatter. `libraries`: a folder with
 * node_modules/prettier.
 */
export async function layOut(texts, libraries) {
  const made = new Map([...texts].map(([path, text]) => [path, named(text)]));
  const kotlinPaths = [...texts.keys()].filter((path) => extname(path) === '.kt');
  const kotlinTexts = existsSync(ktfmt) && kotlinPaths.length ? kotlin(kotlinPaths.map((path) => made.get(path))) : kotlinPaths.map(() => null);
  kotlinPaths.forEach((path, i) => made.set(path, kotlinTexts[i]));
  for (const [path, text] of made) {
    if (['.js', '.ts', '.tsx'].includes(extname(path))) {
      made.set(path, await createRequire(`${libraries}/`)('prettier').format(text, { ...SCRIPT, filepath: path }));
    } else if (extname(path) === '.swift') {
      made.set(path, existsSync(swiftFormat) ? piped(swiftFormat, ['format', '--configuration', SWIFT, '-'], text) : null);
    }
  }
  return new Map([...made].map(([path, text]) => [path, text === null ? null : unnamed(text)]));
}
