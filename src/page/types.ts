import type { MediaConditions } from '../sheet/index.js';
import type { PageElement } from './element.js';

/** A sheet's text, as it was fetched. */
export interface SheetSource {
  /** As in the markup or in `@import`, or resolved against the page's address. */
  readonly href: string;
  readonly css: string;
  /** A media query list that holds beside the one in the markup. */
  readonly media?: string;
  /** The HTTP status; 400 and above count as missing, 0 for no answer counts as unread. Default 200. */
  readonly status?: number;
  /** The source map that was made with the text, as JSON (ECMA-426). */
  readonly map?: string;
}

/** A setting of the platform that feeds a value of the page. */
export interface Setting {
  /** As the owner finds it: `Design › Colours › Accent`. */
  readonly setting: string;
  /** The variable that it feeds, `--accent`; or where else, in words: `style="color: …" on the heading`. */
  readonly feeds: string;
  readonly value: string;
}

/** One element of a document as it stands, whatever a parser would make of it. */
export interface LiveNode {
  /** Number of the enclosing element; −1 for the root. A parent comes before its children. */
  readonly parent: number;
  /** Its local name, and its namespace where that is not HTML's. */
  readonly tag: string;
  readonly namespace?: string;
  readonly attributes: readonly (readonly [name: string, value: string])[];
  /** Its texts and, by number, its children, in order. */
  readonly content: readonly (string | number)[];
  /** Of a custom element: whether a script has defined it. */
  readonly isDefined?: boolean;
  /** Texts and topmost elements of its shadow tree, where it has one that could be read. */
  readonly shadow?: readonly (string | number)[];
  /** Whether that tree is closed to the page's scripts. Default false. */
  readonly isClosed?: boolean;
  /**
   * Where scripts give each slot of that tree what it shows (`slotAssignment: 'manual'`, DOM §4.2.2.4): by number, −1 for a
   * text. Undefined where the names of the slots decide.
   */
  readonly assigned?: readonly { readonly slot: number; readonly element: number }[];
}

/** A document's tree as data: scripts build what no markup can say. */
export interface LiveTree {
  readonly quirks: boolean;
  /** Numbered from 0: those of the document in its order, then those of each shadow tree in the order of their hosts. */
  readonly nodes: readonly LiveNode[];
}

/** States that an element of a living document is in, which no markup tells. */
export interface StandingStates {
  /** Place in `page.elements`. */
  readonly index: number;
  /** Pseudo-classes without their colon, such as `checked`, `invalid`, `modal`; of a control all that hang on its value. */
  readonly states: readonly string[];
}

/** A sheet as a document has it, in the order in which the cascade takes them (CSSOM 1 §6.2). */
export interface StyleSource {
  /** Number of the `<style>` or `<link>`; undefined for one that a script made. */
  readonly owner?: number;
  /** Its whole address; undefined where it has none. */
  readonly href?: string;
  /** The file's text where it says what the document has; else the rules as they stand, one a line; '' for unread. */
  readonly css: string;
  /** What to call one without an address, `<style> 2`. */
  readonly label?: string;
  /** Whether the text is in no file and not in the markup: a script put the rules in. */
  readonly isByScript?: boolean;
  readonly media?: string;
  /** The source map of the file's text, as JSON. */
  readonly map?: string;
  readonly status: 'loaded' | 'missing' | 'disabled' | 'unread';
}

/** What a page is made from: generated markup, and the texts of the sheets that it names. */
export interface PageSource {
  /** A path or an address, for messages. */
  readonly name: string;
  /** What links are resolved against; default: the name. */
  readonly address?: string;
  /** '' where the tree alone is known. */
  readonly html: string;
  /** The tree of a live document, which counts in place of the markup. */
  readonly tree?: LiveTree;
  /** All sheets of a live document but the imported ones, in place of those that the markup names. */
  readonly styles?: readonly StyleSource[];
  /** Sheets of shadow trees, by number in `styles`, in their order; a sheet that trees share stands there once. */
  readonly shadowStyles?: readonly { readonly host: number; readonly styles: readonly number[] }[];
  /** Linked and imported sheets in any order; one that nothing names is taken as loaded last. */
  readonly sheets?: readonly SheetSource[];
  /** Of a living document: each form control, and what else is in a state. Default: as the markup says. */
  readonly standing?: readonly StandingStates[];
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

/** `missing`: no browser has it either. `unread`: a browser may have it, and nobody could read it here. */
export type SheetStatus = 'loaded' | 'missing' | 'unread' | 'alternative' | 'disabled';

/** One stylesheet of a page. */
export interface Sheet {
  /** As in the markup or the import; undefined for an embedded one. */
  readonly href?: string;
  /** What to call it: its address's last part, or `<style> 1`. */
  readonly label: string;
  readonly css: string;
  /** The source map of its text, as JSON, where it has one: see `authoredPlace`. */
  readonly map?: string;
  readonly status: SheetStatus;
  readonly httpStatus?: number;
  readonly origin: 'author';
  readonly how: 'linked' | 'embedded' | 'imported' | 'added' | 'script';
  /** Media query list of the markup and the import; '' for all. */
  readonly media: string;
  /** Where the markup names it. */
  readonly line?: number;
  readonly column?: number;
}

export type Origin = 'user-agent' | 'presentational-hint' | 'author' | 'style-attribute';
