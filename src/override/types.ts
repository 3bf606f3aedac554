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
  /** `only` these targets (the default), or all `alike`: with the same tag and the same lasting class names. */
  readonly reach?: 'only' | 'alike';
  /** Where the override will be loaded. Default: after the platform's sheets. */
  readonly panel?: Pick<PanelProfile, 'place'>;
  /** States in which it shall hold, and only then. */
  readonly held?: readonly Held[];
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
  /** What is uncertain or cannot be had, in plain words. */
  readonly warnings: readonly string[];
}
