// What is said of rules under container queries that nobody answers, or that hold for nothing.
import { contest, isUnknownQuery } from '../cascade/index.js';
import type { Page } from '../page/index.js';
import type { Drafted, Judgement } from './judge.js';
import type { Sighting } from './look.js';
import { openAbove } from './open-above.js';

export function cannotTell(drafted: Drafted, { look, unknown }: Sighting): Judgement {
  const [{ targets, longhands }] = unknown;
  const [target, longhand] = [targets[0], longhands[0]];
  const own = drafted.block.containers;
  const others = contest(look.view, target, longhand).entries.flatMap(({ dependsOn }) => dependsOn ?? []);
  const here = own.length ? own.join(' and ') : others.at(0);
  const query = here ?? openAbove(look.view, target, longhand);
  const hangs = `${here === undefined ? 'a value comes from further out, and there it' : 'it'} hangs on @container ${query}, and`;
  return {
    outcome: 'cannot-tell',
    conditions: look.view.conditions,
    ...(/(style|scroll-state)\(/i.test(query)
      ? { why: `${hangs} only a browser answers that`, remedy: 'Try it on the live page.' }
      : {
          why: `${hangs} the size of that container does not stand in the text`,
          remedy: 'Say it, with --container "<selector> <width>", or try it on the live page.',
        }),
  };
}

/** Why container queries hold for nothing, and what to do. */
export function uncontained(laid: Page, { block }: Drafted): { why: string; remedy: string } {
  const unknown = block.containers.find(isUnknownQuery);
  if (unknown !== undefined)
    return {
      why: `no browser knows all that @container ${unknown} asks for, so it never holds`,
      remedy:
        'Ask for the width, height, aspect-ratio or orientation of the container, lengths with their unit.',
    };
  const holds = `@container ${block.containers.join(' and ')} holds for nothing here`;
  if (block.containers.some((query) => /style\(/i.test(query)))
    return {
      why: `${holds}: no box around is such a container with that style`,
      remedy: 'Set what it asks for on a box around, as in --name: value.',
    };
  if (laid.conditions.containers)
    return {
      why: `${holds}, with the sizes that were given`,
      remedy: 'Try it with other sizes, or look whether a box around it is such a container.',
    };
  return {
    why: `${holds}: no box around is such a container`,
    remedy: 'Give a box around it container-type: inline-size, or ask for the window with @media.',
  };
}
