// Two things, of one page or of two releases of it: the longhands in which compare says that they differ are those in which
// a real engine's computed values do.
import fc from 'fast-check';
import { compare } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, pageOf, runsOr, seed, wholePage } from './support/judging.js';
import { edits, type Release } from './support/releases.js';
import { everyCase } from './support/richer.js';

const tab = engineTab();
const runs = runsOr(6);

const pairs = fc.record({
  // How wide a container is no text tells.
  one: everyCase.filter(({ sheets, draft }) => !(sheets.join() + draft).includes('@container')),
  names: fc.uniqueArray(fc.constantFrom(...Object.keys(edits)), { maxLength: 2 }),
  // Often the same thing before and after, else any two.
  at: fc.array(fc.tuple(fc.nat(), fc.option(fc.nat(), { freq: 2 })), { minLength: 4, maxLength: 4 }),
});

/**
 * Flow-relative names, variables, shorthands that the engine lists among its longhands, and names that are its own: what they
 * say is told by others.
 */
const isToldOtherwise =
  /(^|-)(block|inline)(-|$)|^(border|corner)-(start|end)-|^--|^(text-decoration|background-position|font-variant)$|^-webkit-(border-image|locale|line-break|writing-mode|text-orientation|ruby-position|tap-highlight-color|text-decorations-in-effect)$/;

/** Of each element: what computed longhands are, as the standard's typed values and as styles tell them. */
async function valuesOf(release: Release, indices: readonly number[]) {
  await tab().setContent(wholePage(release));
  return answerIn(
    tab(),
    (list) => {
      for (const one of document.getAnimations()) one.cancel();
      const all = [...document.querySelectorAll('*')];
      return list.map((index) => {
        const style = getComputedStyle(all[index]);
        const typed = all[index].computedStyleMap();
        return Object.fromEntries(
          [...style].map((name) => [
            name,
            { told: style.getPropertyValue(name), typed: typed.getAll(name).map(String).join(' ') },
          ]),
        );
      });
    },
    [...indices],
  );
}

async function wrongs({ one, names, at }: typeof pairs extends fc.Arbitrary<infer T> ? T : never) {
  // What the owner has pasted stands behind it all.
  const old: Release = { html: one.html, sheets: [...one.sheets, one.draft] };
  const fresh = names.reduce<Release>((release, name) => edits[name](release), old);
  const [before, after] = [old, fresh].map((release, i) => pageOf(release, `r${14 + i}.html`));
  const wanted = at.map(([left, right]): [number, number] => [
    left % before.elements.length,
    (right ?? left) % after.elements.length,
  ]);
  const shown = [
    await valuesOf(
      old,
      wanted.map(([left]) => left),
    ),
    await valuesOf(
      fresh,
      wanted.map(([, right]) => right),
    ),
  ];
  const wrong: string[] = [];
  wanted.forEach(([left, right], i) => {
    const [a, b] = [before.elements[left], after.elements[right]];
    const { differences } = compare({ page: before, target: a }, { page: after, target: b });
    const told = new Map(differences.map((each) => [each.property, each]));
    for (const name of Object.keys(shown[0][i])) {
      const [first, second] = [shown[0][i][name], shown[1][i][name]];
      if (!second || isToldOtherwise.test(name)) continue;
      const isSaid = told.has(name);
      const isTold = first.told !== second.told;
      const isTyped = first.typed !== second.typed;
      note(isSaid ? 'differs' : 'alike');
      // What layout makes of a value, and what stands for another colour, the two tell in different ways.
      if (isTold !== isTyped) {
        note('unlike in one way only');
        continue;
      }
      if (isSaid !== isTyped)
        wrong.push(
          `${name} of <${a.tag}> and <${b.tag}> after ${names.join(', ') || 'nothing'} is ${first.typed} and ${second.typed}, but compare says ${isSaid ? told.get(name)!.values.join(' and ') : 'nothing'}`,
        );
    }
  });
  return wrong;
}

test(
  `${runs * 4} random pairs differ where compare says so (SEED=${seed})`,
  () => expectNothingFalse(pairs, runs, wrongs),
  judgeTime,
);
