// What Swift's own library and arithmetic are to the translated timing. An Int is a BigInt and a Double a number, so that a
// mixture, which Swift's compiler refuses, is refused here, too, and so that dividing whole numbers gives a whole number.
// A whole number that is written out has no type yet: it takes that of what it meets.
export const prelude = `
class Written {
  constructor(value) { this.value = value; }
  valueOf() { return this.value; }
  toString() { return String(this.value); }
}
const $written = (value) => new Written(value);
const $case = (() => {
  const known = new Map();
  return (name) => { if (!known.has(name)) known.set(name, new NamedCase(name)); return known.get(name); };
})();
class NamedCase { constructor(name) { this.name = name; } }
class SwiftEnum {
  constructor(name, rawValue) { this.name = name; this.rawValue = rawValue; }
}
const $refuse = (what) => { throw new TypeError('Swift would refuse ' + what); };
const $D = (it) => it instanceof Written ? it.value : it == null || typeof it === 'number' ? it : $refuse(it + ' as a Double');
const $I = (it) => it instanceof Written ? BigInt(it.value) : it == null || typeof it === 'bigint' ? it : $refuse(it + ' as an Int');
const $E = (type) => (it) => it instanceof NamedCase ? type[it.name] ?? $refuse('.' + it.name) : it;
const $all = (make) => (list) => list == null ? list : list.map((it) => make(it));
const $both = (a, b, work) => {
  if (a instanceof Written && b instanceof Written) return new Written(work(a.value, b.value));
  if (a instanceof Written) a = typeof b === 'bigint' ? BigInt(a.value) : a.value;
  if (b instanceof Written) b = typeof a === 'bigint' ? BigInt(b.value) : b.value;
  return typeof a === typeof b ? work(a, b) : $refuse(a + ' with ' + b);
};
const $add = (a, b) => $both(a, b, (x, y) => x + y);
const $sub = (a, b) => $both(a, b, (x, y) => x - y);
const $mul = (a, b) => $both(a, b, (x, y) => x * y);
const $div = (a, b) => a instanceof Written && b instanceof Written ? $refuse('a guess at a quotient') : $both(a, b, (x, y) => x / y);
const $rem = (a, b) => $both(a, b, (x, y) => typeof x === 'bigint' || Number.isInteger(x) ? x % y : $refuse('% of a Double'));
const $lt = (a, b) => $both(a, b, (x, y) => x < y);
const $neg = (a) => a instanceof Written ? new Written(-a.value) : -a;
const $eq = (a, b) => {
  if (a == null || b == null) return a == b;
  const named = (it) => it instanceof NamedCase || it instanceof SwiftEnum;
  if (named(a) || named(b)) return a.name === b.name;
  return $both(a, b, (x, y) => x === y);
};
const min = (a, b) => $both(a, b, (x, y) => x < y ? x : y);
const max = (a, b) => $both(a, b, (x, y) => x > y ? x : y);
const abs = (a) => Math.abs($D(a));
const cos = (a) => Math.cos($D(a));
const sin = (a) => Math.sin($D(a));
const Double = Object.assign((it) => Number(it), { pi: Math.PI });
const $from = (type, { rawValue }) => type.allCases.find((it) => it.rawValue === $I(rawValue)) ?? null;
function* $range(from, to) { for (let i = $I(from); i < $I(to); i++) yield i; }
const $method = (type, name, value) => Object.defineProperty(type.prototype, name, { value, configurable: true });
const $getter = (type, name, get) => Object.defineProperty(type.prototype, name, { get, configurable: true });
$method(Number, 'rounded', function (way) { return way.name === 'down' ? Math.floor(this) : $refuse('this rounding'); });
$method(Number, 'truncatingRemainder', function ({ dividingBy }) { return this % $D(dividingBy); });
$method(Array, 'append', function (it) { this.push(it); });
$method(Array, 'contains', function (it) { return typeof it === 'function' ? this.some((each) => it(each)) : this.some((each) => $eq(each, it)); });
$method(Array, 'enumerated', function () { return this.map((element, offset) => ({ element, offset: BigInt(offset) })); });
$method(Array, 'sorted', function (before) { return [...this].sort((a, b) => before(a, b) ? -1 : before(b, a) ? 1 : 0); });
$getter(Array, 'count', function () { return BigInt(this.length); });
$getter(Array, 'isEmpty', function () { return this.length === 0; });
$getter(Array, 'first', function () { return this.length > 0 ? this[0] : null; });
$getter(Array, 'indices', function () { return this.map((_, i) => BigInt(i)); });
`;
