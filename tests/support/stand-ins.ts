// Random values with functions that stand for other texts, written well and in all ways that people slip into.
import fc from 'fast-check';

const mostly = <T>(usual: readonly T[], odd: readonly T[]) =>
  fc.oneof(
    { weight: 5, arbitrary: fc.constantFrom(...usual) },
    { weight: 1, arbitrary: fc.constantFrom(...odd) },
  );
const gap = mostly(['', ' '], ['/**/', '\n', '  ']);

const { value } = fc.letrec<Record<'value' | 'piece' | 'call' | 'fallback' | 'asked' | 'test' | 'inner' | 'branch', string>>((tie) => ({
  value: fc
    .array(tie('piece'), { minLength: 1, maxLength: 3, size: 'max' })
    .map((pieces) => pieces.join(' ')),
  piece: fc.oneof(
    { maxDepth: 4 },
    { weight: 3, arbitrary: mostly(['red', '1px', 'blue', '0', '#fff', 'solid'], ['', ',', '/', '"x"', 'a', '{}', '{1px}', '--a', '$a', '@a', '1px,2px', '()', '[]', '!', '!a', ':', '<', 'url(x)']) },
    { weight: 6, arbitrary: tie('call') },
    { weight: 1, arbitrary: fc.tuple(mostly(['calc(', 'min(', 'rgb('], ['(', '[', '{', 'foo(']), tie('value')).map(([open, inner]) => open + inner + ({ '[': ']', '{': '}' }[open] ?? ')')) },
  ),
  fallback: fc.oneof({ maxDepth: 3 }, { weight: 3, arbitrary: fc.constant('') }, { weight: 3, arbitrary: tie('value').map((text) => `, ${text}`) }, { weight: 1, arbitrary: mostly([','], [',,', ', ', ',a,b', ';', ',;', ' red', ',!x', ',{']) }),
  call: fc.oneof(
    { maxDepth: 4 },
    fc.tuple(mostly(['var('], ['VAR(', 'var (']), gap, mostly(['--a', '--tone', '--B-1'], ['--a\\.5', '--\\62 c', '\\2d-a', 'a', '-a', '--', '--1', '1', '"--a"', '', '$a', '--a--', '--é', '--a --b', '-- a', '--a(', '\\--a', '--a:', '---']), gap, tie('fallback')).map((all) => `${all.join('')})`),
    fc.tuple(mostly(['env('], ['Env(']), gap, mostly(['safe-area-inset-top', 'nobody'], ['--a', '1', '', '"a"', 'a b', 'a 1', 'a 1 2', 'a -1', 'a 1.5', 'a 1px', 'a +1', 'a 0']), gap, tie('fallback')).map((all) => `${all.join('')})`),
    fc.tuple(mostly(['attr('], ['ATTR(']), gap, mostly(['data-x', 'title', 'data-x px', 'data-x raw-string', 'data-x type(<length>)', 'data-x type(*)', 'data-x number', 'data-x %'], ['', '1', '"a"', 'a b c', 'data-x type()', 'data-x type(<foo>)', 'data-x type(<length>+)', 'data-x type(red)', 'data-x type(red | <color>)', '|data-x', 'a|b', '*|b', 'data-x string', 'data-x foo', 'data-x "a"', 'data-x 1', 'data-x type(<length>) b', 'data-x type("*")', 'data-x type(<length)', 'data-x type(<transform-list>)', 'data-x type(inherit)', '--a', 'data-x deg', 'data-x url', 'data-x type(<string>#)', 'data-x type(* | red)', '| data-x', 'a | b', 'data-x PX', 'data-x fr', 'data-x dpi']), gap, tie('fallback')).map((all) => `${all.join('')})`),
    fc.tuple(mostly(['--f(', '--made('], ['--(', '--1(', '-f(']), fc.array(fc.oneof(tie('value'), mostly(['1px', '{1px, 2px}'], ['', ' ', '{}', '{{}}', '{a}b', '{a} {b}', 'a{b}', '!x', ':', '{,}'])), { maxLength: 3 }), mostly([','], [',,', ';'])).map(([name, all, comma]) => `${name}${all.join(comma)})`),
    fc.tuple(mostly(['if('], ['IF(']), fc.array(tie('branch'), { maxLength: 3 }), mostly([';', '; '], [';;', ','])).map(([name, all, sign]) => `${name}${all.join(sign)})`),
  ),
  branch: fc.tuple(fc.oneof({ weight: 1, arbitrary: mostly(['else'], ['ELSE', 'else else', '', 'not else']) }, { weight: 4, arbitrary: tie('test') }), mostly([': ', ':'], ['', '::', ' : ']), fc.oneof({ maxDepth: 3 }, mostly(['red', '1px', 'blue'], ['', ',', ':', '!x', '{}']), tie('value'))).map((all) => all.join('')),
  test: fc.oneof(
    { maxDepth: 3 },
    { weight: 5, arbitrary: tie('asked') },
    { weight: 1, arbitrary: tie('asked').map((one) => `not ${one}`) },
    { weight: 1, arbitrary: fc.tuple(tie('test'), mostly([' and ', ' or '], [' ', 'and', ' and', ' not ', ', ', ' AND ', ' and not ']), tie('test')).map((all) => all.join('')) },
    { weight: 1, arbitrary: tie('test').map((one) => `(${one})`) },
    { weight: 1, arbitrary: mostly(['(a)', 'foo(a)'], ['a', '', '()', '(a, b)', '(a b)', 'not', '(a) (b)', '[a]', '{a}', '--f(a)', 'and(a)', '1', 'foo()', 'true', '"x"', '(a:b)', 'var(--a)', '(!)', 'foo(!)', '({})', '(;)']) },
  ),
  asked: fc.tuple(mostly(['style(', 'media(', 'supports('], ['STYLE(', 'style (', 'selector(', 'container(']), gap, tie('inner'), gap).map((all) => `${all.join('')})`),
  inner: fc.oneof(
    { maxDepth: 3 },
    { weight: 6, arbitrary: mostly(['--a', '--a: red', '--a = 1', 'width > 1px', 'color: red', 'screen', 'print and (width > 1px)', '1px < --a', '--a: var(--b)', 'selector(a)'], ['', ':', 'a b', '--a, b', '--a:', '--a: red, b', 'color: red, blue', 'only screen', 'not all', 'color', '1px < width < 2px', 'a = b = c', '!', '--a: !x', '--a: red !important', 'var(--a)', '--a: {}', ';', '--a: ;', '--a: var(b)', 'color: var(b)', 'width > var(b)', '--a: env()']) },
    { weight: 2, arbitrary: tie('inner').map((one) => `(${one})`) },
    { weight: 1, arbitrary: tie('inner').map((one) => `not (${one})`) },
    { weight: 1, arbitrary: tie('inner').map((one) => `not ${one}`) },
    { weight: 2, arbitrary: fc.tuple(tie('inner'), mostly([') and (', ') or ('], [') (', '), (', ') and ', ' and (', ') and not (']), tie('inner')).map((all) => `(${all.join('')})`) },
  ),
})); // prettier-ignore

/** Of ordinary properties, and of variables, which take any value but such as are not written well. */
export const standIn: fc.Arbitrary<readonly [property: string, value: string]> = fc.tuple(
  fc.constantFrom('color', 'padding', 'border-top', 'transform', '--x'),
  value,
);
