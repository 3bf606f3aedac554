import { parseSelectors, readSelectors, type Names, type Selector } from '../selector/index.js';
import {
  parseImport,
  mediaInChoices,
  parseNamespace,
  parseSheet,
  readLayerNames,
  resolveHref,
  supports,
  type Abilities,
  type AtRule,
  type Content,
  type QualifiedRule,
  type WrittenDeclaration,
} from '../sheet/index.js';
import { YeltoError, type Fault, type FaultKind } from '../text/index.js';
import type { Grammar } from '../value/index.js';
import { abilitiesOf } from './abilities.js';
import type { Layers } from './layers.js';
import {
  emptyStyleSet,
  type AuthorFunction,
  type Keyframes,
  type OtherRule,
  type RegisteredProperty,
  type StyleBlock,
  type StyleSet,
} from './style-set.js';
import { plainPrelude, withoutNesting } from './nesting.js';
import { NumberedConditions } from './numbered-conditions.js';
import { atRuleFault, idleMedia, type AtRuleFault } from './at-rules.js';
import { countLeading, countWithNamespaces, mayStandFirst } from './leading.js';
import { faultsOfAbsent } from './absent.js';
import { placeInSheet } from './place.js';
import { inQuirks } from './quirks.js';
import { framesDropped, readKeyframes } from './keyframes.js';
import { parseFunction } from './author-functions.js';
import { parseRegistered } from './registered.js';
import { parseScope } from './scope.js';
import type { FindImport, Place, SheetToAdd } from './to-gather.js';
import type { Sheet } from './types.js';

/** Turns sheets into style blocks, in order. A fresh one continues from the set it is given. */
export class Gatherer {
  readonly #sheets: Sheet[];
  readonly #blocks: StyleBlock[] = [];
  readonly #conditions: NumberedConditions;
  readonly #keyframes: Keyframes[];
  readonly #registered: RegisteredProperty[];
  readonly #functions: AuthorFunction[];
  readonly #otherRules: OtherRule[] = [];
  readonly #faults: Fault[] = [];
  readonly #layers: Layers;
  readonly #remedies = new Map<string, string>();
  readonly #abilities: Abilities;
  #order = 0;
  #namespaces = new Map<string, string>();

  constructor(
    private readonly names: Names,
    private readonly quirks: boolean,
    grammar: Grammar,
    private readonly findImport: FindImport = () => undefined,
    base: StyleSet = emptyStyleSet,
    /** Whether what is added is loaded before the base's sheets, which matters for layers alone. */
    comesFirst = false,
    private readonly component?: number,
  ) {
    this.#abilities = abilitiesOf(grammar, names, quirks);
    this.#sheets = [...base.sheets];
    this.#conditions = new NumberedConditions(base.conditions);
    this.#keyframes = [...base.keyframes];
    this.#registered = [...base.registered];
    this.#functions = [...base.functions];
    this.#layers = base.layers.copy(comesFirst);
  }

  /** The sheets of `base` and those added; of the blocks, only the added ones. */
  get result(): StyleSet {
    return {
      sheets: this.#sheets,
      blocks: this.#blocks,
      layers: this.#layers,
      conditions: this.#conditions.all,
      keyframes: this.#keyframes,
      registered: this.#registered,
      functions: this.#functions,
      otherRules: this.#otherRules,
      faults: this.#faults,
    };
  }

  add(
    { owner, alsoMedia = '', ...sheet }: SheetToAdd,
    within?: { layer: number; condition: number; chain: readonly string[] },
  ): void {
    if (sheet.status !== 'loaded') {
      this.#sheets.push({ ...sheet, origin: 'author' });
      this.#faults.push(...faultsOfAbsent(sheet));
      return;
    }
    const { contents, faults } = parseSheet(sheet.css);
    const outer = this.#conditions.ofMedia(alsoMedia, within?.condition ?? 0);
    const condition = this.#conditions.ofMedia(sheet.media, outer);
    const layer = within?.layer ?? 0;
    const chain = [...(within?.chain ?? []), sheet.href ?? ''];
    const scope = { names: this.names, quirks: this.quirks };
    const leading = countLeading(contents, scope);
    for (const content of contents.slice(0, leading))
      if (content.kind === 'at-rule') this.#leading(content, { sheet, condition, layer, chain });
    this.#sheets.push({ ...sheet, origin: 'author' });
    const index = this.#sheets.length - 1;
    for (const { offset, message, remedy } of faults) this.#fault(index, 'syntax', offset, message, remedy);
    this.#namespaces = new Map();
    const place: Place = { sheet: index, layer, condition, containers: [], parentText: '', owner, depth: 0 };
    const named = countWithNamespaces(contents, leading, scope);
    contents.forEach((content, at) => {
      if (at < named && content.kind === 'at-rule' && content.name === 'namespace')
        return this.#namespace(content);
      if (at >= leading || !mayStandFirst(content) || atRuleFault(content)) this.#content(content, place);
    });
  }

  /** What stands before the sheet's own rules: layers that are named, and imports, which come before these rules. */
  #leading(
    rule: AtRule,
    from: { sheet: Omit<SheetToAdd, 'owner'>; condition: number; layer: number; chain: readonly string[] },
  ): void {
    if (rule.name === 'layer' && !rule.contents) this.#layerNames(rule, from.layer, from.condition);
    else if (rule.name === 'import') this.#import(rule, from);
  }

  #import(
    rule: AtRule,
    from: { sheet: Omit<SheetToAdd, 'owner'>; condition: number; layer: number; chain: readonly string[] },
  ): void {
    const read = parseImport(rule);
    if (!read) return;
    const href = resolveHref(from.sheet.href ?? '', read.href);
    const feature = /^\s*[\w-]+\s*:/.test(read.supports ?? '') ? `(${read.supports})` : read.supports;
    const isSupported = feature === undefined || supports(feature, this.#abilities);
    const condition = isSupported
      ? from.condition
      : this.#conditions.add({ parent: from.condition, constant: false, text: `supports(${read.supports})` });
    const layer =
      read.layer === undefined
        ? from.layer
        : this.#layers.enter(from.layer, read.layer, this.#conditions.ofMedia(read.media, condition));
    if (from.chain.includes(href)) return;
    const found = this.findImport(href);
    const status = found
      ? found.status === 0
        ? 'unread'
        : found.status < 400
          ? 'loaded'
          : 'missing'
      : 'missing';
    this.add(
      {
        href,
        label: href.split(/[?#]/)[0].split('/').pop() || href,
        css: found?.css ?? '',
        map: found?.map,
        status,
        httpStatus: found?.status,
        how: 'imported',
        media: read.media,
      },
      { layer, condition, chain: from.chain },
    );
  }

  #layerNames(rule: AtRule, layer: number, condition: number): void {
    for (const name of readLayerNames(rule.prelude) ?? []) this.#layers.enter(layer, name, condition);
  }

  #content(content: Content, place: Place): void {
    switch (content.kind) {
      case 'declarations':
        this.#declarations(content.declarations, place);
        return;
      case 'rule':
        this.#rule(content, place);
        return;
      case 'at-rule':
        this.#atRule(content, place);
    }
  }

  #contents(contents: readonly Content[], place: Place): void {
    for (const content of contents) this.#content(content, place);
  }

  /** Declarations straight inside a group: of the enclosing rule, or of the scope's root. */
  #declarations(declarations: readonly WrittenDeclaration[], place: Place): void {
    if (place.parents)
      this.#block(place.parents, place.parentText, declarations, place, declarations[0].start);
    else if (place.scope && place.isScopeBody) {
      const selectors = parseSelectors(':where(:scope)', this.#selectorScope(place));
      this.#block(selectors, ':scope', declarations, place, declarations[0].start);
    } else
      this.#fault(
        place.sheet,
        'syntax',
        declarations[0].start,
        `"${declarations[0].property}" stands outside any rule`,
        'Put it into a rule: selector { … }.',
      );
  }

  #block(
    selectors: readonly Selector[],
    selectorText: string,
    declarations: readonly WrittenDeclaration[],
    place: Place,
    start: number,
    fullSelector = place.parentText || selectorText,
  ): void {
    const { sheet, layer, condition, scope, containers } = place;
    for (const { value } of declarations)
      for (const media of mediaInChoices(value)) this.#conditions.ofValue(media, 0);
    this.#blocks.push({
      component: this.component,
      sheet,
      order: this.#order++,
      selectors,
      selectorText,
      fullSelector,
      declarations: this.quirks ? declarations.map(inQuirks) : declarations,
      layer,
      condition,
      scope,
      containers,
      start,
    });
  }

  #selectorScope(place: Place) {
    return {
      names: this.names,
      quirks: this.quirks,
      namespaces: this.#namespaces.size ? this.#namespaces : undefined,
      parents: place.parents,
      relative: place.parents !== undefined || place.scope !== undefined,
      scoped: place.scope !== undefined,
    };
  }

  #rule(rule: QualifiedRule, place: Place): void {
    const selectors = this.#selectors(rule, place);
    if (!selectors) return;
    const text = plainPrelude(rule.preludeTokens);
    const full = place.parents ? withoutNesting(text, place.parentText) : text;
    for (const content of rule.contents) {
      if (content.kind === 'declarations')
        this.#block(selectors, text, content.declarations, place, rule.start, full);
      else this.#content(content, { ...place, parents: selectors, parentText: full, depth: place.depth + 1 });
    }
  }

  #selectors(rule: QualifiedRule, place: Place): Selector[] | undefined {
    const read = readSelectors(rule.preludeTokens, this.#selectorScope(place));
    if (Array.isArray(read)) return read;
    const { reason, message, column } = read;
    // The same reason, as for another browser's names, has the same remedy.
    if (!this.#remedies.has(reason)) this.#remedies.set(reason, read.remedy());
    const remedy = this.#remedies.get(reason)!;
    const offset = rule.start + column - 1;
    this.#fault(place.sheet, 'selector', offset, `${message} A browser drops the whole rule`, remedy);
    return undefined;
  }

  #atRule(rule: AtRule, outer: Place): void {
    const inner = rule.contents;
    const place: Place = { ...outer, isScopeBody: false };
    const fault = atRuleFault(rule);
    if (fault) return this.#told(fault, 'syntax', rule, place);
    switch (rule.name) {
      case 'media':
        this.#told(idleMedia(rule), 'condition', rule, place);
        if (inner)
          this.#contents(inner, {
            ...place,
            condition: this.#conditions.ofMedia(rule.prelude || 'all', place.condition),
          });
        return;
      case 'supports': {
        const constant = supports(rule.prelude, this.#abilities);
        const condition = constant
          ? place.condition
          : this.#conditions.add({ parent: place.condition, constant, text: `@supports ${rule.prelude}` });
        if (inner) this.#contents(inner, { ...place, condition });
        return;
      }
      case 'layer':
        if (!inner) this.#layerNames(rule, place.layer, place.condition);
        else {
          const [name = []] = readLayerNames(rule.prelude)!;
          const layer = this.#layers.enter(place.layer, name, place.condition);
          this.#contents(inner, { ...place, layer });
        }
        return;
      case 'container':
        if (inner)
          this.#contents(inner, {
            ...place,
            containers: [...place.containers, rule.prelude],
          });
        return;
      case 'scope':
        if (inner) this.#scope(rule, inner, place);
        return;
      case 'namespace':
      case 'import':
        this.#fault(
          place.sheet,
          'syntax',
          rule.start,
          `@${rule.name} stands behind other rules, where browsers ignore it`,
          'Move it to the top of the sheet.',
        );
        return;
      case 'keyframes':
      case '-webkit-keyframes':
        this.#otherRules.push({ sheet: place.sheet, rule });
        this.#addKeyframes(rule, place);
        return;
      case 'property': {
        this.#otherRules.push({ sheet: place.sheet, rule });
        const registered = parseRegistered(rule, place.condition);
        if (registered) this.#registered.push(registered);
        return;
      }
      case 'function':
        this.#otherRules.push({ sheet: place.sheet, rule });
        this.#addFunction(rule, place);
        return;
      default:
        // The others hold no rules for elements (@font-face, @page…), or only for the first frame.
        this.#otherRules.push({ sheet: place.sheet, rule });
    }
  }

  #addKeyframes(rule: AtRule, { condition, parents, sheet }: Place): void {
    for (const { offset, message, remedy } of framesDropped(rule))
      this.#fault(sheet, 'syntax', offset, message, remedy);
    const frames = parents ? undefined : readKeyframes(rule, this.#abilities.declaration);
    if (frames) this.#keyframes.push({ ...frames, isPrefixed: rule.name !== 'keyframes', condition });
  }

  #addFunction(rule: AtRule, { condition, layer, parents }: Place): void {
    const found = parseFunction(rule, {
      condition,
      layer,
      abilities: this.#abilities,
      underMedia: (media, parent) => this.#conditions.ofValue(media, parent),
    });
    if (found && !parents) this.#functions.push(found);
  }

  #namespace(rule: AtRule): void {
    const found = parseNamespace(rule);
    if (found) this.#namespaces.set(found.prefix, found.address);
  }

  #scope(rule: AtRule, contents: readonly Content[], place: Place): void {
    try {
      const scope = parseScope(rule.prelude, {
        selectors: this.#selectorScope(place),
        scope: place.scope,
        ownerParent: place.owner?.parent ?? undefined,
      });
      this.#contents(contents, { ...place, scope, parents: undefined, parentText: '', isScopeBody: true });
    } catch (error) {
      if (!(error instanceof YeltoError)) throw error;
      this.#fault(
        place.sheet,
        'selector',
        rule.start,
        `${error.message} A browser drops the whole @scope`,
        error.remedy ?? '',
      );
    }
  }

  #told(fault: AtRuleFault | undefined, kind: FaultKind, { start }: AtRule, { sheet }: Place): void {
    if (fault) this.#fault(sheet, kind, start, fault.why, fault.remedy);
  }

  #fault(sheet: number, kind: FaultKind, offset: number, message: string, remedy: string): void {
    const { href, label } = this.#sheets[sheet];
    this.#faults.push({
      kind,
      file: href ?? label,
      ...placeInSheet(this.#sheets[sheet], offset),
      message,
      remedy: remedy || undefined,
    });
  }
}
