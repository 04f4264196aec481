import { OWNER, Printer, elementOf, isList, upperCase } from './printer.mjs';

/** JavaScript; data are plain objects there, in which what is at its default may be missing. */
export class JavaScript extends Printer {
  constructor(source) {
    super(source);
    this.defaults = new Map();
  }

  get header() {
    return [...OWNER];
  }

  /** Lists that stand in for missing ones are made once. */
  print() {
    for (const owner of this.source.classes.values()) {
      if (!owner.isData) continue;
      for (const field of owner.fields) {
        if (field.value?.what === 'list' && field.value.items.length) this.defaults.set(field, `${upperCase(owner.name[0].toLowerCase() + owner.name.slice(1))}_${upperCase(field.name)}`);
      }
    }
    const lines = [];
    const text = super.print(this.header);
    for (const [field, name] of this.defaults) lines.push(this.typedConstant(name, field.type, `[${this.list(field.value.items)}]`));
    const end = this.header.join('\n').length;
    return `${text.slice(0, end)}\n\n${lines.join('\n')}${text.slice(end)}`;
  }

  typedConstant(name, type, value) { return `const ${name} = ${value};`; }
  get step() { return '  '; }
  get wishes() { return ['player.steady', 'player.alone', 'player.edges']; }
  isNeeded(it) { return it.what !== 'enum' && !it.isData; }
  shown(it) { return it.exported ? 'export ' : ''; }
  typed() { return ''; }
  constant(it) { this.line(`${this.shown(it)}const ${it.name}${this.typed(it.type)} = ${this.text(it.value)};`); }
  data() {}

  working(it) {
    this.block(`${this.shown(it)}class ${it.name} {`, () => {
      for (const field of it.fields) this.marked(field.marks, () => this.field(field));
      if (it.maker) this.maker(it);
      for (const method of it.methods) {
        this.marked(method.marks, () => {
          this.note(method.note);
          this.functionOf(this.access(method), method);
        }, true);
      }
    });
  }

  access() { return ''; }

  field(it) {
    if (!it.value) return; // the constructor sets it
    this.note(it.note);
    this.line(`${it.name} = ${this.text(it.value)};`);
  }

  maker(it) {
    const parts = it.maker.parameters.map((part) => ({ ...part, text: this.parameter(part) }));
    this.line('');
    const short = `constructor(${parts.map((part) => part.text).join(', ')}) {`;
    const body = () => {
      this.keepParameters(parts);
      this.statements(it.maker.body);
    };
    return this.block(short, body);
  }

  parameter(part) { return part.name; }
  keepParameters(parts) {
    for (const part of parts) if (part.access.isField) this.line(`this.${part.name} = ${part.name};`);
  }

  freeFunction(it) { this.functionOf(`${this.shown(it)}function `, it); }

  functionOf(word, it) {
    const parameters = it.parameters.map(({ name, type }) => `${name}${this.typed(type)}`).join(', ');
    this.functionBlock(`${word}${it.name}`, parameters, `${this.typed(it.type)} {`, () => this.statements(it.body));
  }

  local(it) { return `${it.isConst ? 'const' : 'let'} ${it.name}${this.localType(it)} = ${this.text(it.value)}`; }
  localType() { return ''; }

  countHead(it) {
    const step = it.step > 1 ? `${it.name} += ${it.step}` : `${it.name}++`;
    return `for (let ${it.name} = ${this.text(it.from)}; ${it.name} < ${this.text(it.to)}; ${step})`;
  }

  eachHead(it) { return `for (const ${it.name} of ${this.text(it.list)})`; }
  operator(it) { return it.op; }
  number(it) { return it.text.replace(/\.0$/, ''); }
  nullText() { return 'null'; }
  piText() { return 'Math.PI'; }
  thisText() { return 'this'; }
  constText(it) { return it.name; }
  wordText(it) { return `'${it.word}'`; }
  widenText(it) { return this.text(it.value); }
  wholeText(it) { return `Math.trunc(${this.text(it.items[0])})`; }
  sizeText(it) { return `${this.text(it.list)}.length`; }
  pushText(it) { return `${this.text(it.list)}.push(${this.text(it.value)})`; }
  hasText(it) { return `${this.text(it.list)}.includes(${this.text(it.value)})`; }
  newText(it) { return `new ${it.owner.name}(${this.list(it.items)})`; }
  callText(it) { return `${it.name}(${this.list(it.items)})`; }
  mathText(it) { return `Math.${it.name}(${this.list(it.items)})`; }
  intsText(it) { return `new Array(${this.text(it.items[0])}).fill(${this.text(it.items[1])})`; }
  flagsText(it) { return `new Array(${this.text(it.items[0])}).fill(false)`; }
  methodText(it) { return `${this.text(it.object)}.${it.name}(${this.list(it.items)})`; }
  listText(it) { return `[${this.list(it.items)}]`; }

  /** A comparison is false for what is missing: where it is for what that stands for, too, nothing need be put in its place. */
  isSpare(op) { return op !== '!=='; }

  text(it) {
    if (it.what !== 'binary' || it.left.what !== 'field' || !it.left.isOptional) return super.text(it);
    const { value } = it.left.field;
    const holds = { '===': (a, b) => a === b, '<': (a, b) => +a < +b, '>': (a, b) => +a > +b, '<=': (a, b) => +a <= +b, '>=': (a, b) => +a >= +b }[it.op];
    if (it.right.what === 'null') return `${this.text(it.left.object)}.${it.left.name} ${it.op.slice(0, 2)} null`; // missing, or null
    const known = [value, it.right].every((one) => ['word', 'number', 'prefix'].includes(one.what));
    if (!holds || !known || !this.isSpare(it.op) || holds(super.text(value), super.text(it.right))) return super.text(it);
    return `${this.text(it.left.object)}.${it.left.name} ${it.op} ${this.text(it.right)}`;
  }

  /** What is missing is none of the words there is a case for. */
  choose(it) {
    const { value } = it;
    const isSpare = value.what === 'field' && value.isOptional && it.cases.every((one) => one.word.word !== value.field.value.word);
    super.choose(isSpare ? { ...it, value: { ...value, isOptional: false } } : it);
  }

  /** Between commas the parentheses around a stand-in are of no use. */
  orText(it) {
    const isMissing = it.left.what === 'field' && it.left.isOptional && it.left.field.value.what === 'null';
    return isMissing ? `${this.text(it.left.object)}.${it.left.name} ?? ${this.text(it.right)}` : super.orText(it);
  }

  list(items) {
    return items.map((it) => (it.what === 'field' && it.isOptional ? this.text(it).replace(/^\((.*)\)$/, '$1') : this.text(it))).join(', ');
  }

  fieldText(it) {
    const text = `${this.text(it.object)}.${it.name}`;
    if (!it.isOptional || it.field.value.text === 'false') return text;
    const missing = this.defaults.get(it.field) ?? this.text(it.field.value);
    return `(${text} ?? ${missing})`;
  }
}

export class TypeScript extends JavaScript {
  isNeeded() { return true; }
  get wishes() { return ['player.steady', 'player.system', 'player.edges', 'player.shapes', 'player.memory']; }
  isSpare(op) { return op === '==='; }

  type(name) {
    if (name.endsWith('?')) return `${this.type(name.slice(0, -1))} | null`;
    if (isList(name)) return `${this.type(elementOf(name))}[]`;
    return { Int: 'number', Double: 'number' }[name] ?? name;
  }

  typed(type) { return `: ${this.type(type)}`; }
  typedConstant(name, type, value) { return `const ${name}: ${this.type(type)} = ${value};`; }

  enumeration(it) {
    this.line(`${this.shown(it)}type ${it.name} = ${it.words.map((word) => `'${word}'`).join(' | ')};`);
  }

  data(it) {
    this.block(`${this.shown(it)}interface ${it.name} {`, () => {
      for (const field of it.fields) {
        const type = this.type(field.type.replace(/\?$/, ''));
        this.marked(field.marks, () => this.line(`${field.name}${field.value ? '?' : ''}: ${type};`));
      }
    });
  }

  access(it) { return it.isPrivate ? 'private ' : ''; }

  field(it) {
    this.note(it.note);
    const word = `${this.access(it)}${it.isReadonly ? 'readonly ' : ''}`;
    this.line(`${word}${it.name}${this.typed(it.type)}${it.value ? ` = ${this.text(it.value)}` : ''};`);
  }

  parameter({ name, type, access }) {
    const word = access.isField ? `${access.isPrivate ? 'private ' : ''}readonly ` : '';
    return `${word}${name}${this.typed(type)}`;
  }

  keepParameters() {}
  localType(it) { return it.value.what === 'list' || it.type.endsWith('?') || it.value.what === 'word' ? this.typed(it.type) : ''; }
  intsText(it) { return `new Array<number>(${this.text(it.items[0])}).fill(${this.text(it.items[1])})`; }
  flagsText(it) { return `new Array<boolean>(${this.text(it.items[0])}).fill(false)`; }

  text(it) {
    return it.what === 'index' ? `${super.text(it)}!` : super.text(it);
  }
}
