// Which longhands animations go on setting for good, on random frames, counts and directions, judged by an engine.
import fc from 'fast-check';
import { contest, parsePage } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(40);

const longhands = ['margin-left', 'margin-top', 'padding-left', 'order', 'width'];
/** None of these is what a box has without its animations. */
const said = fc.constantFrom(
  'margin: 10px',
  'margin-left: 20px',
  'margin-top: 10px',
  'padding-left: 8px',
  'order: 5',
  'width: 30px',
  'width: 30px !important',
  'width: red',
);
const place = fc.constantFrom(
  'from',
  'to',
  '0%',
  '100%',
  '50%',
  '20%, 80%',
  'from, to',
  '0.0%',
  'cover 100%',
  '120%',
);
const frames = fc
  .array(
    fc
      .tuple(place, fc.array(said, { minLength: 1, maxLength: 3 }))
      .map(([at, all]) => `${at} { ${all.join('; ')} }`),
    { minLength: 1, maxLength: 3 },
  )
  .map((all) => all.join(' '));
const direction = fc.constantFrom('', 'normal', 'reverse', 'alternate', 'alternate-reverse');
const count = fc.constantFrom('', '2', '3', '1.5', '0', 'infinite');
const fill = fc.constantFrom('', 'forwards', 'both', 'backwards');
const names = ['shift', 'shift-both', 'nobody'];
const animation = fc
  .tuple(fc.constantFrom(...names), fc.constantFrom('1s', '2s', '0s', ''), count, direction, fill)
  .map((words) => words.filter(Boolean).join(' '));
const pages = fc
  .tuple(frames, frames, fc.array(animation, { minLength: 1, maxLength: 2 }), fc.boolean())
  .map(([one, other, all, isSplit]) => {
    const bodies = [one, other].map((text, i) => `@keyframes ${names[i]} { ${text} }`);
    const [first] = all;
    const text = isSplit
      ? `animation: ${first}; animation-name: ${names[0]}, ${names[1]}`
      : `animation: ${all.join(', ')}`;
    return `${bodies.join('\n')}\n.a { width: 90px; ${text} }`;
  });

async function wrongs(css: string): Promise<string[]> {
  const html = `<!DOCTYPE html><style>${css}</style><body style="width: 500px"><div class="a">x</div>`;
  const page = parsePage({ name: 'random', html });
  const [box] = page.select('.a');
  await tab().setContent(html);
  const { moved, shown } = await tab().evaluate((all) => {
    const box = document.querySelector<HTMLElement>('.a')!;
    const style = getComputedStyle(box);
    const look = () => all.map((name) => style.getPropertyValue(name));
    const animations = document.getAnimations();
    const isMoved = all.map(() => false);
    /** Whether what a rule says makes any difference. */
    const isShown = all.map(() => false);
    const still = {
      'margin-left': '0px',
      'margin-top': '0px',
      'padding-left': '0px',
      order: '0',
      width: '90px',
    };
    // Long after all that ends has ended; what does not end is looked at on its way.
    for (const later of [100_100, 100_350, 100_700, 101_900]) {
      for (const one of animations) one.currentTime = later;
      const now = look();
      now.forEach((value, i) => (isMoved[i] ||= value !== still[all[i] as keyof typeof still]));
      for (const name of all) box.style.setProperty(name, name === 'order' ? '77' : '77px');
      look().forEach((value, i) => (isShown[i] ||= value !== now[i]));
      box.removeAttribute('style');
    }
    return { moved: isMoved, shown: isShown };
  }, longhands);
  return longhands.flatMap((name, i) => {
    const { lasting = false, alone = false } = contest(page, box, name).animatedBy ?? {};
    note(lasting ? (alone ? 'alone' : 'lasting') : 'not lasting');
    return [
      ...(lasting === moved[i] ? [] : [`${name} is ${moved[i] ? '' : 'not '}set for good`]),
      ...(alone !== shown[i] ? [] : [`what a rule says of ${name} ${shown[i] ? 'shows' : 'does not show'}`]),
    ];
  });
}

test(
  `of ${runs} random animations the engine and we say the same of what lasts (SEED=${seed})`,
  () => expectNothingFalse(pages, runs, wrongs),
  judgeTime,
);
