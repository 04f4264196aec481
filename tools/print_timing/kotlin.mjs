import { OWNER, Printer, elementOf, isList, upperCase } from './printer.mjs';

/** What every sequence's timing uses; the rest is called by its full name, or an import might be left over. */
const IMPORTS = ['PI', 'cos', 'floor', 'max', 'min', 'sin'];
const PLAIN = { boolean: 'Boolean', string: 'String', void: 'Unit' };
const ARRAYS = { 'Int[]': 'IntArray', 'Double[]': 'DoubleArray', 'boolean[]': 'BooleanArray' };

export class Kotlin extends Printer {
  print() {
    const header = [...OWNER, 'package @PACKAGE@', ''];
    return super.print([...header, ...IMPORTS.map((it) => `import kotlin.math.${it}`)]);
  }

  get end() { return ''; }
  get wishes() { return ['player.pace', 'player.system', 'player.icon', 'player.stillness', 'player.memory']; }

  choose(it) {
    this.block(`when (${this.text(it.value)}) {`, () => {
      for (const one of it.cases) this.marked(one.marks, () => this.oneCase(this.text(one.word), one.body));
      this.oneCase('else', it.other);
    });
  }

  oneCase(head, body) {
    const one = this.only(body);
    if (one) this.line(`${head} -> ${this.simple(one)}`);
    else this.block(`${head} -> {`, () => this.statements(body));
  }

  type(name) {
    if (name.endsWith('?')) return `${this.type(name.slice(0, -1))}?`;
    if (ARRAYS[name]) return ARRAYS[name];
    if (name.endsWith('[]')) return `List<${this.type(name.slice(0, -2))}>`;
    if (isList(name)) return `ArrayList<${this.type(elementOf(name))}>`;
    return PLAIN[name] ?? name;
  }

  shown(it) { return it.exported ? 'internal ' : 'private '; }

  enumeration(it) {
    const words = it.words.map(upperCase).join(', ');
    const head = `${this.shown(it)}enum class ${it.name} {`;
    this.block(head, () => this.line(words));
  }

  constant(it) { this.line(`${this.shown(it)}const val ${it.name} = ${this.text(it.value)}`); }

  data(it) {
    this.block(`${this.shown(it)}class ${it.name}(`, () => {
      const fields = it.fields.filter((field) => this.isWanted(field));
      for (const field of fields) {
        const value = field.value ? ` = ${this.text(field.value)}` : '';
        this.line(`val ${field.name}: ${this.type(field.type)}${value}${field === fields.at(-1) ? '' : ','}`);
      }
    }, ')');
  }

  working(it) {
    this.line(it.maker ? this.makerHead(it) : `${this.shown(it)}class ${it.name} {`);
    this.indented(() => {
      for (const field of it.fields) this.marked(field.marks, () => this.field(field));
      if (it.maker?.body.length) {
        this.line('');
        this.block('init {', () => this.statements(it.maker.body));
      }
      for (const method of it.methods) {
        this.marked(method.marks, () => {
          this.note(method.note);
          this.functionOf(method.isPrivate ? 'private fun' : 'fun', method);
        }, true);
      }
    });
    this.line('}');
  }

  makerHead(it) {
    const parts = it.maker.parameters.map(({ name, type, access }) => {
      const field = access.isField ? `${access.isPrivate ? 'private ' : ''}val ` : '';
      return `${field}${name}: ${this.type(type)}`;
    });
    return `${this.shown(it)}class ${it.name}(${parts.join(', ')}) {`;
  }

  field(it) {
    this.note(it.note);
    const word = `${it.isPrivate ? 'private ' : ''}${it.isReadonly ? 'val' : 'var'}`;
    const value = it.value ? ` = ${this.text(it.value)}` : '';
    const type = it.value && !it.type.endsWith('?') ? '' : `: ${this.type(it.type)}`;
    this.line(`${word} ${it.name}${type}${value}`);
  }

  freeFunction(it) { this.functionOf(`${this.shown(it)}fun`, it); }

  functionOf(word, it) {
    const parameters = it.parameters.map(({ name, type }) => `${name}: ${this.type(type)}`).join(', ');
    const result = it.type === 'void' ? '' : `: ${this.type(it.type)}`;
    const value = this.onlyValue(it.body);
    const short = `${word} ${it.name}(${parameters})${result} = ${value}`;
    if (value && this.fits(short)) return this.line(short);
    return this.functionBlock(`${word} ${it.name}`, parameters, `${result} {`, () => this.statements(it.body));
  }

  local(it) {
    const type = it.type.endsWith('?') && it.value.what === 'null' ? `: ${this.type(it.type)}` : '';
    return `${it.isConst ? 'val' : 'var'} ${it.name}${type} = ${this.text(it.value)}`;
  }

  countHead(it) {
    const step = it.step > 1 ? ` step ${it.step}` : '';
    return `for (${it.name} in ${this.text(it.from)} until ${this.text(it.to)}${step})`;
  }

  eachHead(it) { return `for (${it.name} in ${this.text(it.list)})`; }
  choice(it) { return `if (${this.text(it.test)}) ${this.text(it.yes)} else ${this.text(it.no)}`; }
  orText(it) { return `${this.text(it.left)} ?: ${this.text(it.right)}`; }
  nullText() { return 'null'; }
  piText() { return 'PI'; }
  thisText() { return 'this'; }
  constText(it) { return it.name; }
  wordText(it) { return `${it.enum}.${upperCase(it.word)}`; }
  widenText(it) { return `${this.tight(it.value)}.toDouble()`; }
  wholeText(it) { return `${this.tight(it.items[0])}.toInt()`; }
  fieldText(it) { return it.object.what === 'this' ? it.name : `${this.text(it.object)}.${it.name}`; }
  sizeText(it) { return `${this.text(it.list)}.size`; }
  pushText(it) { return `${this.text(it.list)}.add(${this.text(it.value)})`; }
  hasText(it) { return `${this.text(it.value)} in ${this.text(it.list)}`; }
  newText(it) { return `${it.owner.name}(${this.list(it.items)})`; }
  callText(it) { return `${it.name}(${this.list(it.items)})`; }
  mathText(it) { return `${IMPORTS.includes(it.name) ? '' : 'Math.'}${it.name}(${this.list(it.items)})`; }
  intsText(it) { return `IntArray(${this.text(it.items[0])}) { ${this.text(it.items[1])} }`; }
  flagsText(it) { return `BooleanArray(${this.text(it.items[0])})`; }
  methodText(it) {
    const call = `${it.name}(${this.list(it.items)})`;
    return it.object.what === 'this' ? call : `${this.text(it.object)}.${call}`;
  }

  listText(it) {
    if (it.type.startsWith('Growing<')) return `ArrayList<${this.type(elementOf(it.type))}>(${this.list(it.items)})`;
    const make = { 'Int[]': 'intArrayOf', 'Double[]': 'doubleArrayOf', 'boolean[]': 'booleanArrayOf' }[it.type] ?? 'listOf';
    return `${make}(${this.list(it.items)})`;
  }
}
