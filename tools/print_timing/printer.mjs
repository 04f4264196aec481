// What the printers of all languages share: lines with marks, statements in blocks, expressions by precedence.
// A mark at the end of a line ("//? Cue.adds|Layer.parent Key.onTop") says what of a sequence has to be used for the line to
// be exported: of each group one name.
import { elementOf, isList } from './read.mjs';

export class Printer {
  constructor(source) {
    this.source = source;
    this.lines = [];
    this.depth = 0;
    this.marks = [];
  }

  get step() { return '    '; }

  print(header) {
    for (const it of header) this.line(it);
    let wasWord = false; // words without a note stand together
    for (const it of this.source.order) {
      if (!this.isNeeded(it)) continue;
      const isWord = it.what === 'enum' && !it.note;
      if (!isWord || !wasWord) this.line('');
      wasWord = isWord;
      this.marked(it.marks, () => this.declaration(it));
    }
    for (const it of this.tail) this.line(it);
    return `${this.lines.join('\n')}\n`;
  }

  isNeeded() { return true; }
  /** What stands behind everything. */
  get tail() { return []; }

  declaration(it) {
    this.note(it.note);
    if (it.what === 'enum') this.enumeration(it);
    else if (it.what === 'const') this.constant(it);
    else if (it.what === 'function') this.freeFunction(it);
    else if (it.isData) this.data(it);
    else this.working(it);
  }

  line(text) {
    const groups = [...new Set(this.marks.map((group) => group.join('|')))];
    const indented = text ? this.step.repeat(this.depth) + text : '';
    if (indented.length > this.limit) throw new Error(`longer than ${this.limit}: ${indented}`);
    this.lines.push(groups.length ? `${indented}${text ? ' ' : ''}//? ${groups.join(' ')}` : indented);
  }

  get limit() { return 120; }

  marked(marks, make) {
    const before = this.marks;
    this.marks = [...before, ...marks];
    make();
    this.marks = before;
  }

  indented(make) {
    this.depth++;
    make();
    this.depth--;
  }

  block(head, make, tail = '}') {
    this.line(head);
    this.indented(make);
    this.line(tail);
  }

  /** A function: its parameters go to a line of their own where one line would be too long. */
  functionBlock(before, parameters, after, make) {
    const head = `${before}(${parameters})${after}`;
    if (head.length + this.step.length * this.depth <= this.limit) return this.block(head, make);
    this.line(`${before}(`);
    this.indented(() => this.line(parameters));
    return this.block(`)${after}`, make);
  }

  /** What a function gives if that is all it does, in a language that can say it shortly. */
  onlyValue(body) {
    return body.length === 1 && body[0].what === 'return' && body[0].value && !body[0].marks.length ? this.text(body[0].value) : '';
  }

  fits(text) { return text.length + this.step.length * this.depth <= this.limit; }

  /** Notes are written as in JavaScript; languages with "///" change that. */
  note(text) {
    if (!text) return;
    for (const it of text.split('\n')) this.line(it.trim().replace(/^\*/, ' *'));
  }

  slashNote(text) {
    if (!text) return;
    const inner = text.replace(/^\/\*\*\s*/, '').replace(/\s*\*\/$/, '');
    for (const it of inner.split('\n')) this.line(`/// ${it.trim().replace(/^\* ?/, '')}`.trimEnd());
  }

  // --- statements -------------------------------------------------------------------------------------------------

  statements(list) {
    for (let i = 0; i < list.length; i++) {
      const merged = this.together(list[i], list[i + 1]);
      this.marked(list[i].marks, () => (merged ? merged() : this.statement(list[i])));
      if (merged) i++;
    }
  }

  /** Some languages say two statements in one; they give a function that prints both. */
  together() { return null; }

  statement(it) {
    switch (it.what) {
      case 'if': return this.branch(it);
      case 'while': return this.loop(`while (${this.text(it.test)})`, it.body);
      case 'count': return this.loop(this.countHead(it), it.body);
      case 'each': return this.loop(this.eachHead(it), it.body);
      default: return this.line(this.simple(it) + this.end + (it.tail ? ` // ${it.tail}` : ''));
    }
  }

  get end() { return ';'; }

  simple(it) {
    switch (it.what) {
      case 'local': return this.local(it);
      case 'do': return this.effect(it.value);
      case 'return': return it.value ? `return ${this.text(it.value)}` : 'return';
      default: return it.what;
    }
  }

  effect(it) {
    if (it.what === 'assign') return `${this.target(it.left)} ${it.op} ${this.text(it.right)}`;
    if (it.what === 'step') return `${this.target(it.value)}${it.op}`;
    return this.text(it);
  }

  target(it) { return this.text(it); }

  /** Whether a body is one statement without marks of its own, which can stand behind its condition. */
  isShort(body, marks) {
    const one = body.length === 1 ? body[0] : null;
    const plain = one && !['if', 'while', 'count', 'each', 'local'].includes(one.what) && !one.tail;
    return plain && one.marks.every((it) => marks.some((known) => known.join() === it.join()));
  }

  branch(it) {
    const head = `if (${this.test(it)})`;
    if (!it.other && this.isShort(it.then, this.marks)) return this.line(`${head} ${this.oneLine(it.then[0])}`);
    this.line(`${head} {`);
    this.indented(() => this.statements(it.then));
    if (it.other) {
      this.line('} else {');
      this.indented(() => this.statements(it.other));
    }
    return this.line('}');
  }

  test(it) { return this.text(it.test); }
  oneLine(it) { return this.simple(it) + this.end; }

  loop(head, body) {
    const short = this.isShort(body, this.marks) ? `${head} ${this.oneLine(body[0])}` : '';
    if (short && this.fits(short)) return this.line(short);
    return this.block(`${head} {`, () => this.statements(body));
  }

  // --- expressions ------------------------------------------------------------------------------------------------

  text(it) {
    switch (it.what) {
      case 'number': return this.number(it);
      case 'name': return it.text;
      case 'local': return it.name;
      case 'parens': return `(${this.text(it.value)})`;
      case 'prefix': return `${it.op}${this.text(it.value)}`;
      case 'index': return `${this.text(it.list)}[${this.text(it.at)}]`;
      case 'choice': return this.choice(it);
      case 'binary': return `${this.text(it.left)} ${this.operator(it)} ${this.text(it.right)}`;
      default: return this[`${it.what}Text`](it);
    }
  }

  operator(it) { return { '===': '==', '!==': '!=' }[it.op] ?? it.op; }
  choice(it) { return `${this.text(it.test)} ? ${this.text(it.yes)} : ${this.text(it.no)}`; }
  orText(it) { return `${this.text(it.left)} ?? ${this.text(it.right)}`; }
  list(items) { return items.map((it) => this.text(it)).join(', '); }
  /** A number with a point, where the language tells whole ones from others. */
  number(it) { return it.type === 'Double' && !/[.e]/.test(it.text) ? `${it.text}.0` : it.text; }

  /** Before an operation is done on it as a whole. */
  tight(it) {
    const text = this.text(it);
    return ['binary', 'choice', 'prefix', 'or'].includes(it.what) ? `(${text})` : text;
  }
}

export const upperCase = (word) => word.replace(/[A-Z]/g, (it) => `_${it}`).toUpperCase();
export { elementOf, isList };

/** What stands at the head of each file. */
export const OWNER = [
  '// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that',
  '// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.',
];
