import type { MediaConditions } from '../sheet/index.js';
import type { PageElement } from './element.js';

/** A sheet's text, as it was fetched. */
export interface SheetSource {
  /** As in the markup or in `@import`, or resolved against the page's address. */
  readonly href: string;
  readonly css: string;
  /** A media query list that holds beside the one in the markup. */
  readonly media?: string;
  /** The HTTP status; 400 and above count as missing. Default 200. */
  readonly status?: number;
}

/** A setting of the platform that feeds a value of the page. */
export interface Setting {
  /** As the owner finds it: `Design › Colours › Accent`. */
  readonly setting: string;
  /** The variable that it feeds, `--accent`; or where else, in words: `style="color: …" on the heading`. */
  readonly feeds: string;
  readonly value: string;
}

/** What a page is made from: generated markup, and the texts of the sheets that it names. */
export interface PageSource {
  /** A path or an address, for messages; an address is also what links are resolved against. */
  readonly name: string;
  readonly html: string;
  /** Linked and imported sheets in any order; one that nothing names is taken as loaded last. */
  readonly sheets?: readonly SheetSource[];
  readonly conditions?: Partial<Conditions>;
  /** The platform's settings as far as they are known. */
  readonly settings?: readonly Setting[];
}

/** A state that is kept on while looking: on one element, or on all that a selector matches. */
export interface Held {
  readonly selector?: string;
  readonly element?: PageElement;
  /** `:hover`, `:focus`…, or what a script toggles: `.is-open`, `[aria-expanded="true"]`. */
  readonly state: string;
}

/** The size of the content box of one container, or of all that a selector matches. */
export interface ContainerSize {
  readonly selector?: string;
  readonly element?: PageElement;
  /** Place in `page.elements`, for those who have no page yet. */
  readonly index?: number;
  /** CSS px. */
  readonly width: number;
  readonly height?: number;
}

/** Under what a page is judged. Default: 1280 by 800 CSS px, screen, no preferences, nothing held. */
export interface Conditions extends MediaConditions {
  readonly held: readonly Held[];
  /**
   * Sizes of containers, for `@container`; the last that fits an element counts. Without them a rule under a
   * size query competes, and its entries say that they depend on it.
   */
  readonly containers?: readonly ContainerSize[];
}

export const usualConditions: Conditions = {
  width: 1280,
  height: 800,
  medium: 'screen',
  preferences: {},
  held: [],
};

export type SheetStatus = 'loaded' | 'missing' | 'alternative' | 'disabled';

/** One stylesheet of a page. */
export interface Sheet {
  /** As in the markup or the import; undefined for an embedded one. */
  readonly href?: string;
  /** What to call it: its address's last part, or `<style> 1`. */
  readonly label: string;
  readonly css: string;
  readonly status: SheetStatus;
  readonly httpStatus?: number;
  readonly origin: 'author';
  readonly how: 'linked' | 'embedded' | 'imported' | 'added';
  /** Media query list of the markup and the import; '' for all. */
  readonly media: string;
  /** Where the markup names it. */
  readonly line?: number;
  readonly column?: number;
}

export type Origin = 'user-agent' | 'presentational-hint' | 'author' | 'style-attribute';
