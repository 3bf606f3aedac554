import {
  animationsOn,
  computedFrom,
  computedOf,
  computedWithout,
  contextFor,
  contextOf,
  contestedOf,
  controlKind,
  draftTargets,
  looksNative,
  mayLookNative,
  physicalLonghand,
  sharesSizes,
  standingCandidates,
  toldByText,
  type Candidate,
  type Declaration,
  type LonghandSet,
  type Target,
} from '../cascade/index.js';
import { ofValues, type Look, type Page, type StyleBlock } from '../page/index.js';
import { endsNativeLook } from '../facts/index.js';
import { longhandsOf } from '../value/index.js';
import { concernsOf } from './dependencies.js';
import { changesWordsWithin, isFirstText } from './first-text.js';
import { changesInside, handsDownColours } from './handed-down.js';
import { Hanging, hangingOf, isDrafts, isOfWindow, isRolledBack, isSame } from './hanging.js';
import { isApartInMotion } from './in-motion.js';
import { fateBelow, isOpen } from './open-above.js';

/** What becomes of one longhand of a declaration on one target. */
type Fate =
  /** Taking the declaration out changes the computed value. */
  | 'counts'
  /** It stands first, and the value is the same without it. */
  | 'same'
  /** Another declaration of the draft stands before it. */
  | 'own'
  /** The platform's declaration stands before it, with another value. */
  | 'beaten'
  /** An animation that goes on shows its own value. */
  | 'animated'
  /** It hangs on a container's size that nobody gives. */
  | 'unknown';

/** Targets on which the same becomes of a declaration, with the longhands of which it is said. */
export interface Spot {
  readonly targets: readonly Target[];
  readonly longhands: readonly string[];
}

/** What one look shows of a declaration: its targets by what becomes of it there. */
export interface Sighting {
  readonly look: Look;
  /** Whether its media queries do not hold. */
  readonly isAsleep: boolean;
  /** Whether the rules that meet decide alone, so that windows of other sizes and other colours show the same. */
  readonly isSettled: boolean;
  /** Where any of its longhands counts. */
  readonly counts: readonly Spot[];
  readonly same: readonly Spot[];
  readonly own: readonly Spot[];
  /** Where any of its longhands is beaten. */
  readonly beaten: readonly Spot[];
  readonly animated: readonly Spot[];
  readonly unknown: readonly Spot[];
}

type Fates = ReadonlyMap<Fate, readonly string[]>;

type Seen = Record<Fate, Spot[]>;

/** Looks at one declaration under one set of conditions after another. */
export class Looking {
  readonly #longhands: readonly string[];
  /** What of the boxes around may have a say. */
  readonly #concerns: LonghandSet;
  /** What was found where nothing but the rules themselves decides: the same wherever these rules meet. */
  readonly #settled = new Map<object, Fates>();
  /** All of these. */
  readonly #settledFates = new Set<Fates>();
  /** What was found where sizes of fonts have their say too; by the rules that meet, then by these sizes. */
  readonly #bySize = new Map<object, Map<string, Fates>>();
  /** What was found where the rules on what encloses a target have their say too; for each kind of controls that the browser draws apart. */
  readonly #inContext = new Map<string, Map<object, Fates>>();

  constructor(
    private readonly declaration: Declaration,
    private readonly block: StyleBlock,
  ) {
    this.#longhands = longhandsOf(declaration.property);
    this.#concerns = concernsOf(declaration.property);
  }

  /** Whether its media queries hold there, and nothing else. */
  glimpse(look: Look): Sighting {
    return { look, isAsleep: !look.view.isActive(this.block.condition), isSettled: true, ...nothingSeen() };
  }

  /** The first thing on which a platform's declaration stands before it, with another value; undefined where none does, or it is asleep. */
  beatenIn(look: Look): Sighting | undefined {
    const { view } = look;
    if (!view.isActive(this.block.condition)) return undefined;
    const around = this.#around(look);
    for (const alike of draftTargets(view, this.block)) {
      const contested = contestedOf(view, alike[0]);
      for (const target of alike) {
        const fates = this.#settled.get(contested) ?? this.#fates(target, alike.length, contested, around);
        const longhands = fates.get('beaten');
        if (longhands) return { ...this.glimpse(look), beaten: [{ targets: [target], longhands }] };
      }
    }
    return undefined;
  }

  at(look: Look): Sighting {
    const { view } = look;
    const { block } = this;
    const seen = nothingSeen();
    const isAsleep = !view.isActive(block.condition);
    let isSettled = true;
    if (!isAsleep) {
      const around = this.#around(look);
      // Whom the same rules match: the same contests, though not always the same parents.
      for (const alike of draftTargets(view, block)) {
        const contested = contestedOf(view, alike[0]);
        const settled = this.#settled.get(contested);
        if (settled) {
          note(seen, alike, settled);
          continue;
        }
        const byFates = new Map<Fates, Target[]>();
        for (const target of alike) {
          const fates = this.#settled.get(contested) ?? this.#fates(target, alike.length, contested, around);
          const same = byFates.get(fates);
          if (same) same.push(target);
          else byFates.set(fates, [target]);
        }
        for (const [fates, targets] of byFates) {
          note(seen, targets, fates);
          isSettled &&= this.#settledFates.has(fates);
        }
      }
    }
    return { look, isAsleep, isSettled, ...seen };
  }

  /** What is known under the conditions of a look. */
  #around({ view, extra }: Look): Around {
    let without: Question['without'] | undefined;
    // Under the same rules something else may be measured there, drawn in other colours, or chosen.
    const isApart = extra !== undefined || ofValues(view.overlay!.styles).length > 0;
    return {
      view,
      without: (target, longhand) => {
        without ??= computedWithout(view, this.declaration, draftTargets(view, this.block).flat());
        return without(target, longhand);
      },
      bySize: isApart ? new Map() : this.#bySize,
      inContext: isApart ? new Map() : this.#inContext,
      here: new Map(),
    };
  }

  /** `amount` things are alike by the rules that match them. */
  #fates(target: Target, amount: number, contested: object, around: Around): Fates {
    const { view, without, bySize, inContext, here } = around;
    const sizes = bySize.get(contested);
    if (sizes) {
      const known = sizes.get(sizesOf(view, target));
      if (known) return known;
    }
    const mayTurnLook = this.#longhands.some((one) => endsNativeLook.has(one)) && mayLookNative(target);
    const context = sizes ? undefined : this.#contextOf(view, target, amount);
    const kind = mayTurnLook ? controlKind(target) : '';
    const known = context && (inContext.get(kind)?.get(context) ?? here.get(kind)?.get(context));
    if (known) return known;
    const fates = new Map<Fate, string[]>();
    const asks = { inside: false };
    let hangsOn = Hanging.Rules;
    let hangsOnWindow = false;
    for (const written of this.#longhands) {
      const longhand = physicalLonghand(view, target, written);
      const candidates = standingCandidates(view, target, longhand);
      const fate = fateOf({ view, target, longhand, without, candidates, asks }, this.declaration);
      hangsOn = Math.max(hangsOn, hangingOf(view, target, longhand, candidates, this.declaration));
      hangsOnWindow ||= candidates.some(isOfWindow);
      const alike = fates.get(fate);
      if (alike) alike.push(longhand);
      else fates.set(fate, [longhand]);
    }
    if (hangsOn === Hanging.Sizes && !sharesSizes(view)) hangsOn = Hanging.Context;
    if (isFirstText(target) || asks.inside) return fates;
    // What a browser draws itself hangs on more than rules.
    if (mayTurnLook) hangsOn = Hanging.Context;
    if (hangsOn === Hanging.Rules) {
      this.#settled.set(contested, fates);
      this.#settledFates.add(fates);
    } else if (hangsOn === Hanging.Sizes && !hangsOnWindow) {
      let known = bySize.get(contested);
      if (!known) bySize.set(contested, (known = new Map()));
      known.set(sizesOf(view, target), fates);
    } else if (context) {
      const places = hangsOnWindow ? here : inContext;
      let ofKind = places.get(kind);
      if (!ofKind) places.set(kind, (ofKind = new Map()));
      ofKind.set(context, fates);
    }
    return fates;
  }

  /** Many things that differ in nothing that concerns the property are looked at as one; of few that costs more than it saves. */
  #contextOf(view: Page, target: Target, amount: number): object {
    return amount > few ? contextFor(view, target, this.#concerns) : contextOf(view, target);
  }
}

/** So many things are looked at one by one. */
const few = 8;

/** The conditions of one look, and what was found already. */
interface Around {
  readonly view: Page;
  /** A value without the declaration; worked out when one is asked for. */
  readonly without: Question['without'];
  readonly bySize: Map<object, Map<string, Fates>>;
  readonly inContext: Map<string, Map<object, Fates>>;
  /** What holds in this look alone. */
  readonly here: Map<string, Map<object, Fates>>;
}

/** The sizes of fonts that `em` and `rem` are on a target. */
const sizesOf = (view: Page, target: Target): string =>
  `${computedOf(view, target, 'font-size')} ${computedOf(view, view.elements[0], 'font-size')}`;

const nothingSeen = (): Seen => ({ counts: [], same: [], own: [], beaten: [], animated: [], unknown: [] });

function note(seen: Seen, targets: readonly Target[], fates: Fates): void {
  for (const [fate, longhands] of fates)
    if (fate !== 'same' || !fates.has('counts')) seen[fate].push({ targets, longhands });
}

/** One longhand of one target, and what it would be without the declaration. */
interface Question {
  readonly view: Page;
  readonly target: Target;
  readonly longhand: string;
  readonly candidates: readonly Candidate[];
  readonly without: (target: Target, longhand: string) => string;
  /** Told whether the answer hangs on what stands inside of the target. */
  readonly asks: { inside: boolean };
}

function fateOf(question: Question, declaration: Declaration): Fate {
  const { candidates } = question;
  if (!candidates.some(isOpen)) {
    const fate = fateAmong(question, candidates, declaration);
    if (fate !== 'counts' && fate !== 'same') return fate;
    const { view, target, longhand } = question;
    const others = candidates.filter((one) => !isSame(one.declaration, declaration));
    return fateBelow(view, target, longhand, [candidates, others], fate === 'counts') ?? fate;
  }
  // Container queries that cannot be answered: once as though all held, once as though none did.
  const settled = candidates.filter((one) => !isOpen(one));
  const [open, shut] = [candidates, settled].map((list) => fateAmong(question, list, declaration));
  return open === shut ? open : 'unknown';
}

/** Whether a browser draws a control in another way for a declaration, though the value is the one that it has. */
function turnsNativeLook(view: Page, target: Target, longhand: string, declaration: Declaration): boolean {
  if (!endsNativeLook.has(longhand) || !mayLookNative(target)) return false;
  return (
    looksNative(view, target, (one) => isSame(one.declaration, declaration)) !== looksNative(view, target)
  );
}

/**
 * Whether two candidates, or one and no other, come to the same computed value; undefined where their texts alone do not tell. Most do,
 * whoever has them.
 */
function areAlikeByText(one: Candidate, other: Candidate | undefined, longhand: string): boolean | undefined {
  const text = toldByText(one, longhand);
  if (text === undefined) return undefined;
  const beside = toldByText(other, longhand);
  return beside === undefined ? undefined : text === beside;
}

function fateAmong(
  { view, target, longhand, without, candidates: all, asks }: Question,
  candidates: readonly Candidate[],
  declaration: Declaration,
): Fate {
  const at = candidates.findIndex((one) => isSame(one.declaration, declaration));
  if (at < 0) return 'same';
  if (at > 0 && !candidates.slice(0, at).some(isRolledBack)) {
    const [top] = candidates;
    if (isDrafts(view, top)) return 'own';
    const isSameValue =
      areAlikeByText(candidates[at], top, longhand) ??
      computedFrom(view, target, longhand, candidates.slice(at)) ===
        computedFrom(view, target, longhand, candidates);
    return isSameValue ? 'same' : 'beaten';
  }
  const { important } = candidates[at].declaration;
  const moving = animationsOn(view, target).get(longhand);
  if (!important && moving?.lasting && moving.alone) return 'animated';
  // What is important holds still what would move without it.
  const wouldMove = important && at === 0 && !candidates[1]?.declaration.important;
  if (wouldMove && moving?.lasting) return 'counts';
  const told = at === 0 ? areAlikeByText(candidates[0], candidates[1], longhand) : undefined;
  if (told === undefined) {
    const isWhole = candidates === all;
    const now = isWhole
      ? computedOf(view, target, longhand)
      : computedFrom(view, target, longhand, candidates);
    const then = isWhole
      ? without(target, longhand)
      : computedFrom(view, target, longhand, candidates.toSpliced(at, 1));
    if (now !== then || isApartInMotion(view, target, longhand, candidates.slice(at))) return 'counts';
    if (isWhole && handsDownColours(view, longhand)) {
      asks.inside = true;
      if (changesInside(view, target, longhand, without)) return 'counts';
    }
  } else if (!told) return 'counts';
  if (changesWordsWithin(view, target, longhand)) return 'counts';
  if (turnsNativeLook(view, target, longhand, declaration)) return 'counts';
  return at > 0 ? 'own' : 'same';
}
