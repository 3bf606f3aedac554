// What shadow trees cost: 500 components that share a sheet of 2,000 rules, against the same elements and rules without
// trees.
import { contest, parsePage } from '../dist/index.js';

const amount = 500;
const css = Array.from(
  { length: 2000 },
  (_, i) => `.c${i % 400} .d${i % 97}, .e${i} { color: rgb(${i % 255}, 1, 2); padding: ${i % 9}px }`,
).join('\n');

/** A component's inside: each box with one thing in it, `[class of the box, class of the thing]`. */
const insideOf = (k) =>
  Array.from({ length: 10 }, (_, i) => [`c${(k * 7 + i) % 400}`, `d${(k + i) % 97} e${(k * 3 + i) % 2000}`]);

function source(hasTrees) {
  const nodes = [];
  const add = (parent, tag, name) => {
    nodes.push({ parent, tag, attributes: name ? [['class', name]] : [], content: [] });
    if (parent >= 0) nodes[parent].content.push(nodes.length - 1);
    return nodes.length - 1;
  };
  const html = add(-1, 'html');
  add(html, 'head');
  const body = add(html, 'body');
  const fill = (section, k) => {
    for (const [box, thing] of insideOf(k)) add(add(section, 'div', box), 'i', thing);
  };
  const hosts = Array.from({ length: amount }, (_, k) => {
    const host = add(body, 'll-lender');
    if (!hasTrees) fill(add(host, 'section'), k);
    return host;
  });
  const styles = [{ css, label: 'shared', status: 'loaded' }];
  const tree = { quirks: false, nodes };
  if (!hasTrees) return { name: 'page', html: '', tree, styles };
  hosts.forEach((host, k) => {
    const section = add(-1, 'section');
    nodes[host].shadow = [section];
    fill(section, k);
  });
  const shadowStyles = hosts.map((host) => ({ host, styles: [0] }));
  return { name: 'page', html: '', tree, styles, shadowStyles };
}

/** Processor time, s. */
function cost(made) {
  const before = process.cpuUsage();
  const page = parsePage(made);
  for (const element of page.elements)
    for (const name of ['color', 'padding-top']) contest(page, element, name);
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1e6;
}

/** Processor time with trees against that without, the median of five pairs. */
export function componentsRatio() {
  const [trees, plain] = [source(true), source(false)];
  cost(trees);
  const pairs = Array.from({ length: 5 }, () => cost(trees) / cost(plain));
  return pairs.sort((a, b) => a - b)[2];
}
