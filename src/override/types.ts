import type { PanelProfile } from '../facts/index.js';
import type { Entry, Target } from '../cascade/index.js';
import type { Hook } from '../hook/index.js';
import type { Held, PageElement } from '../page/index.js';
import type { Specificity } from '../selector/index.js';

/** What the owner wants. */
export interface Wish {
  readonly at: readonly Target[];
  /** Declarations to make, e.g. `{ 'font-size': '1.4rem' }`. */
  readonly set: Readonly<Record<string, string>>;
  /** `only` these targets (the default), or all `alike`: with the same tag and lasting class names, or without a name in the like boxes. */
  readonly reach?: 'only' | 'alike';
  /** Where the override will be loaded. Default: nobody knows, so that it wins by strength alone. */
  readonly panel?: Pick<PanelProfile, 'place'>;
  /** States in which it shall hold, and only then; in any of them, where several are given. */
  readonly held?: readonly Held[];
  /** The owner's rules so far, which the new one is put behind and must beat too. Default none. */
  readonly draft?: string;
  /** A media query to put it under, e.g. `(max-width: 600px)`. */
  readonly media?: string;
  /** Names (as in a hook's selector or bare) that must not be used. */
  readonly avoid?: readonly string[];
}

export interface Alternative {
  readonly selector: string;
  readonly specificity: Specificity;
  /** What it would cost against the one chosen, in plain words. */
  readonly cost: string;
}

/** A better way than a rule of one's own. */
export interface Instead {
  readonly kind: 'variable' | 'setting';
  /** In plain words, whole sentences. */
  readonly words: string;
  readonly variable?: string;
  /** For a variable, the rule that sets it. */
  readonly css?: string;
  /** For a variable, the declarations that read it, as `selector { property }`. */
  readonly feeds?: readonly string[];
  /** Whether all that it changes was wanted; false for what may change more. */
  readonly isExact: boolean;
}

/** What is said where no name tells a target from its neighbours. */
export interface Counted {
  /** In plain words, a whole sentence. */
  readonly words: string;
  /** What can be said without counting, e.g. all of its kind, with a selector for it; [] for nothing. */
  readonly without: readonly { readonly words: string; readonly selector: string }[];
}

/** What the selector matches on a page beside the first. */
export interface Elsewhere {
  /** The page's name. */
  readonly page: string;
  readonly matched: readonly PageElement[];
  readonly spill: readonly PageElement[];
  /** Those of the kind that it does not match; [] for a reach of `only`. */
  readonly missed: readonly PageElement[];
}

/** A rule that beats the platform's. */
export interface Override {
  /** The whole rule, ready to paste. */
  readonly css: string;
  readonly selector: string;
  readonly specificity: Specificity;
  /** The properties that need `!important`; [] for most. */
  readonly important: readonly string[];
  /** All elements of the first page that the selector matches. */
  readonly matched: readonly PageElement[];
  /** Those of them that nobody asked for; [] where the reach is exact. */
  readonly spill: readonly PageElement[];
  /** The names that the selector holds on to. */
  readonly hooks: readonly Hook[];
  /** The winners of today that it beats, each once. */
  readonly beats: readonly Entry[];
  readonly alternatives: readonly Alternative[];
  /** Where the selector counts places among neighbours; undefined for most. */
  readonly counted?: Counted;
  /** For each page beside the first; [] where one page was given. */
  readonly elsewhere: readonly Elsewhere[];
  /** Better ways than this rule; [] for none. */
  readonly instead: readonly Instead[];
  /** What is uncertain or cannot be had, in plain words. */
  readonly warnings: readonly string[];
}
