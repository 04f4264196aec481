// Reads the timing's source: TypeScript by its own parser, then a tree of our own in which every expression has a type.
// What is not allowed there (docs/exporters/timing.md) is an error that names the line.
import { createRequire } from 'node:module';

const EXITS = new Set(['return', 'continue', 'break']);

/** `text` as { classes, enums, consts, functions, order }. `libraries`: a folder with node_modules in it. */
export function read(text, libraries) {
  const ts = createRequire(`${libraries}/`)('typescript');
  return new Reader(ts, text).read();
}

class Reader {
  constructor(ts, text) {
    this.ts = ts;
    this.text = text;
    this.file = ts.createSourceFile('launch_timing.ts', text, ts.ScriptTarget.Latest, true);
    this.classes = new Map();
    this.enums = new Map();
    this.consts = new Map();
    this.functions = new Map();
    this.order = [];
    this.context = []; // what is known to be used where we are: groups of alternatives
    this.locals = new Map();
    this.self = null;
  }

  fail(node, why) {
    const { line } = this.file.getLineAndCharacterOfPosition(node.getStart());
    throw new Error(`launch_timing.ts:${line + 1}: ${why}: ${node.getText().split('\n')[0]}`);
  }

  read() {
    const { SyntaxKind: K } = this.ts;
    for (const node of this.file.statements) this.declare(node, K);
    for (const node of this.file.statements) this.define(node, K);
    return { classes: this.classes, enums: this.enums, consts: this.consts, functions: this.functions, order: this.order };
  }

  // --- declarations -----------------------------------------------------------------------------------------------

  declare(node, K) {
    if (node.kind === K.TypeAliasDeclaration && node.type.kind === K.UnionType) {
      const words = node.type.types.map((it) => it.literal.text);
      this.enums.set(node.name.text, { what: 'enum', name: node.name.text, words });
    } else if (node.kind === K.ClassDeclaration) {
      this.classes.set(node.name.text, { what: 'class', name: node.name.text, fields: [], methods: [] });
    }
  }

  define(node, K) {
    const common = { exported: this.isExported(node), note: this.note(node), marks: this.marks(node) };
    if (node.kind === K.TypeAliasDeclaration) {
      const made = this.enums.get(node.name.text);
      if (made) this.order.push(Object.assign(made, common, { marks: this.marks(node, true) }));
    } else if (node.kind === K.ClassDeclaration) {
      const made = Object.assign(this.classes.get(node.name.text), common);
      this.signatures(node, made, K);
      this.order.push(made);
      made.bodies = () => this.bodies(node, made, K);
    } else if (node.kind === K.VariableStatement) {
      const one = node.declarationList.declarations[0];
      const made = { what: 'const', name: one.name.text, type: this.type(one.type), ...common };
      this.consts.set(made.name, made);
      made.value = this.expression(one.initializer, made.type);
      this.order.push(made);
    } else if (node.kind === K.FunctionDeclaration && node.body) {
      const made = { what: 'function', name: node.name.text, ...this.signature(node), ...common };
      this.functions.set(made.name, made);
      this.order.push(made);
      made.bodies = () => this.functionBody(node, made);
    }
    if (node === this.file.statements.at(-1)) for (const it of this.order) it.bodies?.();
  }

  isExported(node) {
    return !!node.modifiers?.some((it) => it.kind === this.ts.SyntaxKind.ExportKeyword);
  }

  note(node) {
    const notes = node.jsDoc;
    return notes?.length ? this.file.text.slice(notes.at(-1).pos, notes.at(-1).end) : '';
  }

  /** What of the sequence has to be used for this node to be needed: groups of which each needs one of its names. */
  marks(node, atEnd = false) {
    const from = atEnd ? node.getEnd() : node.getStart();
    const found = /\/\/\? (.*)$/.exec(this.text.slice(from, this.lineEnd(from)));
    return found ? found[1].trim().split(' ').map((it) => it.split('|')) : [];
  }

  lineEnd(at) {
    const end = this.text.indexOf('\n', at);
    return end < 0 ? this.text.length : end;
  }

  isKnown(group) {
    return this.context.some((known) => known.every((it) => group.includes(it)));
  }

  /** Whoever names a thing that may be left out must be left out with it. */
  need(node, marks, what) {
    for (const group of marks) {
      if (!this.isKnown(group)) this.fail(node, `${what} is there only with ${group.join(' or ')}`);
    }
  }

  within(marks, make) {
    const before = this.context;
    this.context = [...before, ...marks];
    const made = make();
    this.context = before;
    return made;
  }

  signature(node) {
    const parameters = node.parameters.map((it) => ({
      name: it.name.text, type: this.type(it.type), marks: this.marks(it), access: this.access(it),
    }));
    return { parameters, type: node.type ? this.type(node.type) : 'void' };
  }

  access(node) {
    const { SyntaxKind: K } = this.ts;
    const has = (kind) => !!node.modifiers?.some((it) => it.kind === kind);
    return { isPrivate: has(K.PrivateKeyword), isReadonly: has(K.ReadonlyKeyword), isField: has(K.PrivateKeyword) || has(K.ReadonlyKeyword) };
  }

  signatures(node, made, K) {
    for (const member of node.members) {
      const { isPrivate, isReadonly } = this.access(member);
      const common = { isPrivate, note: this.note(member), marks: this.marks(member) };
      if (member.kind === K.PropertyDeclaration) {
        made.fields.push({ name: member.name.text, type: this.type(member.type), isReadonly, initializer: member.initializer, ...common });
      } else if (member.kind === K.MethodDeclaration) {
        made.methods.push({ name: member.name.text, ...this.signature(member), ...common, node: member });
      } else if (member.kind === K.Constructor) {
        made.maker = { ...this.signature(member), node: member };
      } else this.fail(member, 'not allowed in a class');
    }
    made.isData = !made.maker && made.methods.length === 0 && made.fields.every((it) => it.isReadonly);
  }

  bodies(node, made, K) {
    this.self = made;
    const known = made.marks;
    this.within(known, () => {
      for (const it of made.fields) {
        if (it.initializer) it.value = this.within(it.marks, () => this.expression(it.initializer, it.type));
      }
      if (made.maker) {
        this.inMaker = true;
        made.maker.body = this.inFunction(made.maker, () => this.block(made.maker.node.body));
        this.inMaker = false;
      }
      for (const it of made.methods) {
        for (const part of it.node.parameters) this.mustNotHide(part.name);
        it.body = this.within(it.marks, () => this.inFunction(it, () => this.block(it.node.body)));
      }
    });
    this.self = null;
  }

  functionBody(node, made) {
    made.body = this.within(made.marks, () => this.inFunction(made, () => this.block(node.body)));
  }

  inFunction(made, make) {
    this.locals = new Map(made.parameters.map((it) => [it.name, { type: it.type, marks: it.marks }]));
    this.result = made.type;
    return make();
  }

  /** "Int", "Double", "boolean", "string", "void", a class or an enumeration; "T[]", "Growing<T>", "T?". */
  type(node) {
    const { SyntaxKind: K } = this.ts;
    if (node.kind === K.ArrayType) return `${this.type(node.elementType)}[]`;
    if (node.kind === K.UnionType) return `${this.type(node.types[0])}?`;
    if (node.kind === K.TypeReference) {
      const name = node.typeName.text;
      return node.typeArguments ? `${name}<${this.type(node.typeArguments[0])}>` : name;
    }
    return node.getText();
  }

  // --- statements -------------------------------------------------------------------------------------------------

  block(node) {
    const outer = this.locals;
    this.locals = new Map(outer);
    const nodes = node.kind === this.ts.SyntaxKind.Block ? [...node.statements] : [node];
    const made = nodes.map((it) => this.statement(it));
    this.locals = outer;
    return made;
  }

  statement(node) {
    const marks = this.marks(node);
    if (marks.flat().some((it) => !it.startsWith('player.'))) this.fail(node, 'only what is declared may be left out');
    const made = this.within(marks, () => this.plain(node));
    const tail = /\/\/ (.*)$/.exec(this.text.slice(node.getEnd(), this.lineEnd(node.getEnd())));
    return { ...made, marks, tail: tail ? tail[1] : '' };
  }

  plain(node) {
    const { SyntaxKind: K } = this.ts;
    switch (node.kind) {
      case K.VariableStatement: return this.local(node.declarationList);
      case K.ExpressionStatement: return { what: 'do', value: this.action(node.expression) };
      case K.ReturnStatement: return { what: 'return', value: node.expression ? this.expression(node.expression, this.result) : null };
      case K.IfStatement: return this.branch(node);
      case K.WhileStatement: return { what: 'while', test: this.expression(node.expression, 'boolean'), body: this.block(node.statement) };
      case K.SwitchStatement: return this.choose(node, K);
      case K.ForStatement: return this.count(node);
      case K.ForOfStatement: return this.each(node);
      case K.BreakStatement: return { what: 'break' };
      case K.ContinueStatement: return { what: 'continue' };
      default: return this.fail(node, 'not allowed');
    }
  }

  local(list) {
    const one = list.declarations[0];
    const isConst = !!(list.flags & this.ts.NodeFlags.Const);
    const wanted = one.type ? this.type(one.type) : undefined;
    const value = this.expression(one.initializer, wanted);
    const type = wanted ?? value.type;
    this.mustNotHide(one.name);
    this.locals.set(one.name.text, { type, marks: this.marks(list.parent) });
    return { what: 'local', name: one.name.text, isConst, type, value };
  }

  /** In some languages a name that hides a member cannot be made from it. */
  mustNotHide(name) {
    const members = [...(this.self?.fields ?? []), ...(this.self?.methods ?? []), ...(this.self?.maker?.parameters ?? [])];
    if (!this.inMaker && members.some((it) => it.name === name.text)) this.fail(name, 'hides a member');
  }

  branch(node) {
    const test = this.expression(node.expression, 'boolean');
    const checked = test.what === 'binary' && test.right.what === 'null' && test.left.what === 'local' ? test : null;
    if (node.elseStatement && this.marks(node.elseStatement).length && node.elseStatement.kind !== this.ts.SyntaxKind.Block) {
      this.fail(node.elseStatement, 'nothing after else may be left out');
    }
    const then = this.narrowed(checked?.op === '!==' ? checked.left : null, () => this.block(node.thenStatement));
    const other = node.elseStatement ? this.block(node.elseStatement) : null;
    if (checked?.op === '===' && EXITS.has(then.at(-1).what)) this.narrow(checked.left);
    const leaves = EXITS.has(then.at(-1).what);
    return { what: 'if', test, then, other, unwraps: checked ? checked.left.name : '', isThere: checked?.op === '!==', leaves };
  }

  narrow(local) {
    const it = this.locals.get(local.name);
    this.locals.set(local.name, { ...it, type: it.type.replace(/\?$/, '') });
  }

  narrowed(local, make) {
    const outer = this.locals;
    this.locals = new Map(outer);
    if (local) this.narrow(local);
    const made = make();
    this.locals = outer;
    return made;
  }

  /** What is done for a word, for each a case; a case may be left out, what is done for all others stays. */
  choose(node, K) {
    const value = this.expression(node.expression);
    const made = { what: 'switch', value, cases: [], other: [] };
    for (const clause of node.caseBlock.clauses) {
      const marks = this.marks(clause);
      const statements = clause.statements.filter((it) => it.kind !== K.BreakStatement);
      const body = this.within(marks, () => statements.map((it) => this.plain(it)).map((it) => ({ ...it, marks: [], tail: '' })));
      if (clause.kind === K.DefaultClause) made.other = body;
      else made.cases.push({ word: this.expression(clause.expression, value.type), marks, body });
    }
    const words = this.enums.get(value.type).words.length;
    if (made.cases.length >= words) this.fail(node, 'one word at least has to be left for all others');
    return made;
  }

  count(node) {
    const one = node.initializer.declarations[0];
    const name = one.name.text;
    const from = this.expression(one.initializer, 'Int');
    const outer = this.locals;
    this.locals = new Map(outer).set(name, { type: 'Int', marks: [] });
    const to = this.expression(node.condition.right, 'Int');
    const step = node.incrementor.right ? +node.incrementor.right.text : 1;
    const body = this.block(node.statement);
    this.locals = outer;
    return { what: 'count', name, from, to, step, body };
  }

  each(node) {
    const name = node.initializer.declarations[0].name.text;
    const list = this.expression(node.expression);
    const outer = this.locals;
    this.locals = new Map(outer).set(name, { type: elementOf(list.type), marks: [] });
    const body = this.block(node.statement);
    this.locals = outer;
    return { what: 'each', name, list, body };
  }

  /** An assignment, a step, or a call whose value nobody wants. */
  action(node) {
    const { SyntaxKind: K } = this.ts;
    if (node.kind === K.BinaryExpression && node.operatorToken.kind >= K.FirstAssignment && node.operatorToken.kind <= K.LastAssignment) {
      const left = this.expression(node.left);
      return { what: 'assign', op: node.operatorToken.getText(), left, right: this.expression(node.right, left.type) };
    }
    if (node.kind === K.PostfixUnaryExpression) {
      return { what: 'step', op: node.operator === K.PlusPlusToken ? '++' : '--', value: this.expression(node.operand) };
    }
    return this.expression(node);
  }

  // --- expressions ------------------------------------------------------------------------------------------------

  /** `wanted`: the type it has to have; a whole number becomes another by itself, never the other way round. */
  expression(node, wanted) {
    const made = this.typed(node, wanted);
    if (wanted === 'Double' && made.type === 'Int') {
      return made.what === 'number' ? { ...made, type: 'Double' } : { what: 'widen', value: made, type: 'Double' };
    }
    if (wanted === 'Int' && made.type === 'Double') this.fail(node, 'a whole number is wanted');
    return made;
  }

  typed(node, wanted) {
    const { SyntaxKind: K } = this.ts;
    switch (node.kind) {
      case K.NumericLiteral: {
        const text = node.getText();
        return { what: 'number', text, type: /[.e]/.test(text) ? 'Double' : 'Int' };
      }
      case K.StringLiteral: {
        const name = (wanted ?? '').replace(/\?$/, '');
        if (!this.enums.get(name)?.words.includes(node.text)) this.fail(node, `no word of ${name}`);
        return { what: 'word', enum: name, word: node.text, type: name };
      }
      case K.TrueKeyword: return { what: 'name', text: 'true', type: 'boolean' };
      case K.FalseKeyword: return { what: 'name', text: 'false', type: 'boolean' };
      case K.NullKeyword: return { what: 'null', type: wanted ?? 'null' };
      case K.ThisKeyword: return { what: 'this', type: this.self.name };
      case K.Identifier: return this.identifier(node);
      case K.ParenthesizedExpression: return { what: 'parens', ...pick(this.expression(node.expression, wanted)) };
      case K.PrefixUnaryExpression: {
        const op = node.operator === K.MinusToken ? '-' : '!';
        const value = this.expression(node.operand, op === '!' ? 'boolean' : wanted);
        return { what: 'prefix', op, value, type: value.type };
      }
      case K.ArrayLiteralExpression: {
        if (!wanted) this.fail(node, 'what kind of list?');
        const items = node.elements.map((it) => this.expression(it, elementOf(wanted)));
        return { what: 'list', items, type: wanted };
      }
      case K.ElementAccessExpression: {
        const list = this.expression(node.expression);
        return { what: 'index', list, at: this.expression(node.argumentExpression, 'Int'), type: elementOf(list.type) };
      }
      case K.PropertyAccessExpression: return this.access2(node);
      case K.NewExpression: return this.make(node);
      case K.CallExpression: return this.call(node, wanted);
      case K.ConditionalExpression: return this.choice(node, wanted);
      case K.BinaryExpression: return this.binary(node, wanted);
      default: return this.fail(node, 'not allowed');
    }
  }

  identifier(node) {
    const local = this.locals.get(node.text);
    if (local) {
      this.need(node, local.marks, node.text);
      return { what: 'local', name: node.text, type: local.type };
    }
    const made = this.consts.get(node.text);
    if (!made) this.fail(node, 'unknown name');
    return { what: 'const', name: node.text, type: made.type, exported: made.exported };
  }

  access2(node) {
    const name = node.name.text;
    if (node.expression.getText() === 'Math') return { what: 'pi', type: 'Double' };
    const object = this.expression(node.expression);
    if (name === 'length' && isList(object.type)) return { what: 'size', list: object, type: 'Int' };
    const owner = this.classes.get(object.type);
    const field = owner?.fields.find((it) => it.name === name)
      ?? owner?.maker?.parameters.find((it) => it.name === name && it.access.isField);
    if (!field) this.fail(node, `${object.type} has no such field`);
    this.need(node, field.marks, `${object.type}.${name}`);
    const isOptional = owner.isData && !!field.initializer;
    return { what: 'field', object, name, type: field.type, isPrivate: !!(field.isPrivate || field.access?.isPrivate), owner, isOptional, field };
  }

  make(node) {
    const owner = this.classes.get(node.expression.text);
    const parameters = owner?.maker?.parameters ?? [];
    const items = node.arguments.map((it, i) => this.expression(it, parameters[i].type));
    return { what: 'new', owner, items, type: owner.name };
  }

  call(node) {
    const target = node.expression;
    if (target.kind === this.ts.SyntaxKind.Identifier) return this.plainCall(node, target.text);
    const name = target.name.text;
    if (target.expression.getText() === 'Math') return this.math(node, name);
    const object = this.expression(target.expression);
    if (isList(object.type)) {
      const items = node.arguments.map((it) => this.expression(it, elementOf(object.type)));
      if (name === 'push') return { what: 'push', list: object, value: items[0], type: 'void' };
      if (name === 'includes') return { what: 'has', list: object, value: items[0], type: 'boolean' };
    }
    const method = this.classes.get(object.type)?.methods.find((it) => it.name === name);
    if (!method) this.fail(node, `${object.type} has no such method`);
    this.need(node, method.marks, `${object.type}.${name}`);
    return { what: 'method', object, name, isPrivate: method.isPrivate, items: this.items(node, method), type: method.type };
  }

  items(node, made) {
    return node.arguments.map((it, i) => this.expression(it, made.parameters[i].type));
  }

  plainCall(node, name) {
    const own = { ints: ['Int[]', 'Int', 'Int'], flags: ['boolean[]', 'Int'], whole: ['Int', 'Double'] }[name];
    if (own) {
      const items = node.arguments.map((it, i) => this.expression(it, own[i + 1]));
      return { what: name, items, type: own[0] };
    }
    const made = this.functions.get(name);
    if (!made) this.fail(node, 'unknown function');
    this.need(node, made.marks, name);
    return { what: 'call', name, exported: made.exported, items: this.items(node, made), type: made.type };
  }

  math(node, name) {
    const items = node.arguments.map((it) => this.expression(it));
    const isWhole = (name === 'min' || name === 'max' || name === 'abs') && items.every((it) => it.type === 'Int');
    const type = isWhole ? 'Int' : 'Double';
    return { what: 'math', name, items: node.arguments.map((it) => this.expression(it, type)), type };
  }

  choice(node, wanted) {
    const test = this.expression(node.condition, 'boolean');
    let type = wanted;
    if (!type) {
      const kinds = [this.expression(node.whenTrue), this.expression(node.whenFalse)].map((it) => it.type);
      type = kinds.includes('Double') ? 'Double' : kinds.find((it) => it !== 'null');
    }
    return { what: 'choice', test, yes: this.expression(node.whenTrue, type), no: this.expression(node.whenFalse, type), type };
  }

  binary(node, wanted) {
    const op = node.operatorToken.getText();
    if (op === '&&' || op === '||') {
      return { what: 'binary', op, left: this.expression(node.left, 'boolean'), right: this.expression(node.right, 'boolean'), type: 'boolean' };
    }
    if (op === '??') {
      const left = this.expression(node.left);
      return { what: 'or', left, right: this.expression(node.right, wanted), type: wanted ?? left.type };
    }
    const compares = ['===', '!==', '<', '<=', '>', '>='].includes(op);
    let left = node.left.kind === this.ts.SyntaxKind.StringLiteral ? null : this.expression(node.left);
    let right = this.expression(node.right, node.right.kind === this.ts.SyntaxKind.StringLiteral ? left.type : undefined);
    const mixed = left.type !== right.type && [left.type, right.type].every((it) => it === 'Int' || it === 'Double');
    const divides = op === '/' || (wanted === 'Double' && !compares && left.type === 'Int');
    if (mixed || (divides && op === '/')) {
      left = this.expression(node.left, 'Double');
      right = this.expression(node.right, 'Double');
    }
    return { what: 'binary', op, left, right, type: compares ? 'boolean' : left.type };
  }
}

/** A parenthesis is of its content's type. */
const pick = (value) => ({ value, type: value.type });

export const isList = (type) => type.endsWith('[]') || type.startsWith('Growing<');

export function elementOf(type) {
  return type.endsWith('[]') ? type.slice(0, -2) : type.slice('Growing<'.length, -1);
}
