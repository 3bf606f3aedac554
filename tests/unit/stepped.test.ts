// Transitions of longhands whose values have nothing between them: an engine moves them only where it is told to.
import { contest, explain, parsePage } from 'yelto';
import { engineTab } from '../support/engine-tab.js';

const tab = engineTab();

/** Longhand, and two of its values. */
const longhands = [
  ['text-align', 'left', 'right'], ['font-family', 'serif', 'monospace'], ['white-space-collapse', 'collapse', 'preserve'],
  ['border-top-style', 'solid', 'dotted'], ['flex-direction', 'row', 'column'], ['mix-blend-mode', 'normal', 'screen'],
  ['cursor', 'auto', 'help'], ['list-style-type', 'disc', 'square'], ['text-transform', 'none', 'uppercase'], ['position', 'static', 'relative'],
  ['direction', 'ltr', 'rtl'], ['color', 'red', 'blue'], ['visibility', 'visible', 'hidden'], ['margin-left', '1px', '9px'], ['--x', '1px', '2px'], ['--y', '1px', '2px'],
  ['font-weight', '400', '700'], ['object-fit', 'fill', 'cover'], ['order', '1', '9'], ['tab-size', '1', '8'], ['float', 'none', 'left'],
] as const; // prettier-ignore

test.each(['normal', 'allow-discrete'])('transition-behavior: %s', async (behaviour) => {
  const html = `<!DOCTYPE html><style>.a { transition: all 3s ${behaviour}, --y 2s ${behaviour} }</style><p class="a">x</p>`;
  await tab().setContent(html);
  const isMoved = await tab().evaluate(
    (all) =>
      all.map(([name, one, other]) => {
        const box = document.querySelector<HTMLElement>('.a')!;
        const style = getComputedStyle(box);
        for (const value of [one, other]) {
          if (value === one) box.style.transition = 'none';
          box.style.setProperty(name, value);
          void style.getPropertyValue(name);
          box.style.transition = '';
          void style.getPropertyValue(name);
        }
        const found = box
          .getAnimations()
          .some((moving) => (moving as CSSTransition).transitionProperty === name);
        box.removeAttribute('style');
        for (const moving of document.getAnimations()) moving.cancel();
        return found;
      }),
    longhands,
  );
  const page = parsePage({ name: 'x', html });
  const told = longhands.map(
    ([name]) => explain(page, contest(page, page.select('.a')[0], name)).motion.length > 0,
  );
  const named = (all: readonly boolean[]) => longhands.filter((_, i) => all[i]).map(([name]) => name);
  expect(named(told)).toEqual(named(isMoved));
  expect(named(told).length).toBeGreaterThan(5);
});
