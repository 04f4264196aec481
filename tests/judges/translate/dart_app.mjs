// Dart as an app has it, to JavaScript: what the timing's translator leaves out. Classes of the framework come from a stand-in
// (tests/judges/flutter/), which can be called without `new`.
import { all, descendants, first, isNote, unknown } from './trees.mjs';
import { Dart } from './dart.mjs';

/// What the framework's own classes bring into a class of the app.
const inherited = ['widget', 'mounted', 'context', 'setState', 'createTicker', 'notifyListeners', 'addListener', 'removeListener'];
const passed = new Set(['super', 'shift_expression', 'shift_operator', 'bitwise_and_expression', 'bitwise_operator', 'await_expression', 'await',
  'bitwise_and_operator']);
const isNull = (node) => node?.type === 'null_literal';

/// What a function of these parameters can be called with.
function signatureOf(list) {
  const it = { least: 0, most: 0, named: new Set(), needed: new Set() };
  for (const child of list.children) {
    if (child.type === 'formal_parameter') {
      it.least++;
      it.most++;
    } else if (child.type === 'optional_formal_parameters') {
      const isNamed = child.children[0].type === '{';
      child.children.forEach((parameter, at) => {
        if (parameter.type !== 'formal_parameter') return;
        const of = first(parameter, 'constructor_param', 'super_formal_parameter') ?? parameter;
        const name = first(of, 'identifier').text;
        if (!isNamed) it.most++;
        else {
          it.named.add(name);
          if (child.children[at - 1]?.type === 'required') it.needed.add(name);
        }
      });
    }
  }
  return it;
}

export class DartApp extends Dart {
  /// What each class of the app and each of its functions takes, by name: a call with other arguments is no Dart.
  signatures = new Map();

  declarations(root) {
    this.learn(root);
    return super.declarations(root);
  }

  learn(root) {
    for (const node of root.children) {
      if (node.type === 'function_signature') this.signatures.set(first(node, 'identifier').text, signatureOf(first(node, 'formal_parameter_list')));
      if (node.type !== 'class_definition') continue;
      const made = [...descendants(node)].find((it) => /constructor_signature$/.test(it.type) && all(it, 'identifier').length === 1);
      this.signatures.set(first(node, 'identifier').text, made ? signatureOf(first(made, 'formal_parameter_list')) : signatureOf({ children: [] }));
    }
  }

  check(name, given) {
    const takes = this.signatures.get(name);
    if (!takes || !given || this.locals.has(name) || this.members.has(name)) return;
    const positional = all(given, 'argument').length;
    const named = all(given, 'named_argument').map((it) => first(first(it, 'label'), 'identifier').text);
    const wrong = positional < takes.least || positional > takes.most ? `${positional} arguments in their order`
      : named.find((it) => !takes.named.has(it)) ?? [...takes.needed].find((it) => !named.includes(it));
    if (wrong) throw new Error(`${name} does not take what it is given: ${wrong}`);
  }

  classOf(node) {
    this.base = first(node, 'superclass') ? new Set(inherited) : new Set();
    const made = super.classOf(node);
    this.base = new Set();
    return made;
  }

  constructorOf({ signature, initializers, body }, base) {
    const list = first(signature, 'formal_parameter_list');
    const parameters = [...descendants(list)].filter((it) => it.type === 'formal_parameter');
    const own = parameters.map((it) => first(it, 'constructor_param')).filter(Boolean).map((it) => first(it, 'identifier').text);
    const head = this.parameters(list);
    this.locals = new Set(parameters.filter((it) => !it.children.some((child) => /constructor_param|super_/.test(child.type))).map((it) => first(it, 'identifier').text));
    const plain = this.locals;
    const entries = initializers ? all(initializers, 'initializer_list_entry') : [];
    const above = entries.find((it) => first(it, 'super'));
    this.locals = new Set([...plain, ...own]);
    let text = `constructor(${head}) {\n${base ? `super${above ? this.one(first(above, 'arguments')) : '()'};\n` : ''}`;
    this.locals = plain;
    for (const name of own) text += `this.${name} = ${name};\n`;
    for (const entry of entries) {
      const field = first(entry, 'field_initializer');
      if (field) text += `this.${first(field, 'identifier').text} = ${this.list(field.children.slice(2))};\n`;
    }
    if (body) text += this.inFunction(body, () => this.list(first(body, 'block').children.slice(1, -1)));
    this.locals = new Set();
    return `${text}}\n`;
  }

  parameter(node) {
    const of = first(node, 'constructor_param', 'super_formal_parameter') ?? node;
    const name = (first(of, 'identifier') ?? first(of, 'function_formal_parameter')).text;
    this.locals.add(name);
    return name;
  }

  functionOf(signature, body, prefix) {
    return super.functionOf(signature, body, `${body.children.some((it) => it.type === 'async') ? 'async ' : ''}${prefix}`);
  }

  lambda(list, body) {
    return (body.children.some((it) => it.type === 'async') ? 'async ' : '') + super.lambda(list, body);
  }

  body(node) {
    const block = first(node, 'block');
    return block ? this.one(block) : `{ return ${this.list(node.children.filter((it) => !['=>', ';', 'async'].includes(it.type)))}; }`;
  }

  /// Cascades hold what they are on; what comes before an operator of the language is an operand.
  list(nodes) {
    nodes = nodes.filter((it) => !isNote(it));
    nodes.forEach((it, i) => {
      const part = it.type === 'identifier' && nodes[i + 1]?.type === 'selector' && nodes[i - 1]?.type !== '.' && first(nodes[i + 1], 'argument_part');
      if (part) this.check(it.text, first(part, 'arguments'));
    });
    const at = nodes.findIndex((it) => it.type === 'cascade_section');
    if (at < 0) return super.list(nodes);
    const end = nodes.findLastIndex((it) => it.type === 'cascade_section') + 1;
    const before = nodes.slice(0, at).findLastIndex((it) => ['=', 'return', '=>', 'final_builtin'].includes(it.type)) + 1;
    const sections = nodes.slice(at, end).map((it) => {
      const name = first(first(it, 'cascade_selector'), 'identifier').text;
      return `$.${name}${this.list(it.children.slice(2))};`;
    });
    return `${super.list(nodes.slice(0, before))}(($) => { ${sections.join(' ')} return $; })(${super.list(nodes.slice(before, at))})${super.list(nodes.slice(end))}`;
  }

  one(node) {
    if (passed.has(node.type)) return node.children.length > 0 ? this.list(node.children.filter((it) => it.type !== 'const_builtin')) : `${node.text || node.type}${node.type === 'await' ? ' ' : ''}`;
    switch (node.type) {
      case 'identifier':
        return this.base?.has(node.text) && !this.locals.has(node.text) && !this.members.has(node.text) ? `this.${node.text}` : super.one(node);
      case 'string_literal':
        return this.text(node);
      case 'decimal_floating_point_literal': case 'decimal_integer_literal': case 'hex_integer_literal':
        return node.text;
      case 'equality_expression': { // nothing is null, whether it is there as such or was never set
        const operator = node.children.findIndex((it) => it.type === 'equality_operator');
        const [left, right] = [node.children.slice(0, operator), node.children.slice(operator + 1)];
        if (right.length !== 1 || !isNull(right[0])) return super.one(node);
        return `${this.list(left)} ${(node.children[operator].text || node.children[operator].children[0].type).slice(0, 2)} null`;
      }
      case 'additive_expression': { // of points, too
        let made = null, sign = null, operand = [];
        const fold = () => {
          const right = this.list(operand);
          made = sign === null ? right : `${sign === '+' ? 'plus' : 'minus'}(${made}, ${right})`;
          operand = [];
        };
        for (const it of node.children) {
          if (it.type !== 'additive_operator') operand.push(it);
          else {
            fold();
            sign = it.text || it.children[0].type;
          }
        }
        fold();
        return made;
      }
      case 'unary_expression': { // of points, too
        const isMinus = node.children[0].type === 'prefix_operator' && first(node.children[0], 'minus_operator');
        const value = this.list(node.children.slice(1));
        return isMinus ? (/^[\d.]+$/.test(value) ? `-${value}` : `negate(${value})`) : this.list(node.children);
      }
      case 'selector':
        if (node.children[0].type === '!') return '';
        return super.one(node);
      case 'conditional_assignable_selector':
        if (node.children[1]?.type !== 'identifier') return super.one(node);
        return node.children[1].text === 'call' ? '?.' : `?.${node.children[1].text}`;
      case 'assignment_expression_without_cascade':
        return `(${this.list(node.children)})`;
      case 'set_or_map_literal': {
        const parts = node.children.slice(1, -1).filter((it) => it.type !== ',');
        const isMap = parts.length === 0 || [...descendants(node)].some((it) => it.type === 'pair');
        if (parts.length === 0) return 'new DartMap()';
        return `${isMap ? 'mapOf' : 'setOf'}((() => { const $ = []; ${parts.map((it) => this.element(it)).join('')} return $; })())`;
      }
      case 'pair': {
        const at = node.children.findIndex((it) => it.type === ':');
        return `[${this.list(node.children.slice(0, at))}, ${this.list(node.children.slice(at + 1))}]`;
      }
      case 'list_literal': {
        const nodes = node.children.filter((it) => it.type !== 'const_builtin' && it.type !== 'type_arguments');
        if (!nodes.some((it) => ['for_element', 'if_element', 'spread_element'].includes(it.type))) return this.list(nodes);
        const parts = [];
        let part = [];
        for (const it of nodes.slice(1, -1)) {
          if (it.type === ',') {
            parts.push(part);
            part = [];
          } else part.push(it);
        }
        if (part.length > 0) parts.push(part);
        return `(() => { const $ = []; ${parts.map((it) => this.element(it.length === 1 ? it[0] : { type: 'several', children: it })).join('')} return $; })()`;
      }
      case 'constructor_invocation': case 'new_expression': case 'const_object_expression': {
        const name = node.children.filter((it) => ['type_identifier', '.', 'identifier'].includes(it.type)).map((it) => it.text || '.').join('');
        if (name.startsWith('List.')) return super.one(node);
        const given = first(node, 'arguments');
        this.check(name, given);
        return `${this.classes.has(name) ? 'new ' : ''}${name}${this.one(given)}`;
      }
      default:
        return super.one(node);
    }
  }

  element(node) {
    if (node.type === ',') return '';
    if (node.type === 'spread_element') {
      const isOptional = node.children.some((it) => it.type === '?');
      const value = this.list(node.children.filter((it) => it.type !== '...' && it.type !== '?'));
      return `$.push(...(${value}${isOptional ? ' ?? []' : ''}));`;
    }
    if (node.type === 'several') return `$.push(${this.list(node.children)});`;
    const body = (nodes) => (nodes.length === 1 && ['if_element', 'for_element', 'spread_element'].includes(nodes[0].type) ? this.element(nodes[0]) : `$.push(${this.list(nodes)});`);
    if (node.type === 'for_element') {
      const parts = first(node, 'for_loop_parts');
      return `for ${this.one(parts)} { ${body(node.children.slice(node.children.indexOf(parts) + 1))} }`;
    }
    if (node.type === 'if_element') {
      const end = node.children.findIndex((it) => it.type === ')');
      return `if (${this.list(node.children.slice(2, end))}) { ${body(node.children.slice(end + 1))} }`;
    }
    return `$.push(${this.one(node)});`;
  }

  text(node) {
    if (/^r['"]/.test(node.text)) return JSON.stringify(node.text.slice(2, -1));
    if (!node.children.some((it) => it.type === 'template_substitution')) { // several in a row are one
      const parts = node.text.match(/'(?:[^'\\]|\\.)*'|"(?:[^"\\]|\\.)*"/g).map((it) => it.replaceAll('\\$', '$'));
      return parts.length === 1 ? parts[0] : `(${parts.join(' + ')})`;
    }
    const values = all(node, 'template_substitution').map((it) => {
      const parts = it.children.filter((child) => !['$', '{', '}'].includes(child.type));
      return this.list(parts.map((child) => (child.type === 'identifier_dollar_escaped' ? { ...child, type: 'identifier' } : child)));
    });
    let i = 0;
    return `\`${node.text.slice(1, -1).replaceAll('`', '\\`').replace(/\$\{[^}]*\}|\$\w+/g, () => `\${${values[i++]}}`)}\``;
  }
}

/// Type arguments of calls, which the grammar takes for comparisons.
export const withoutTypeArguments = (text) => text.replace(/\b([A-Z]\w*)<[\w?]+(?:<[\w?]+>)?(?:, [\w?]+)*>\(/g, '$1(');
