// Boxes that owners paste into. One more kind of box is one more row.

/** What a custom stylesheet box accepts, and where its text is loaded. */
export interface PanelProfile {
  readonly name: string;
  /** Said to the person, in plain words. */
  readonly about: string;
  /** Whether the text is loaded after or before the platform's own sheets; unknown counts as the worst. */
  readonly place: 'after' | 'before' | 'unknown';
  /** The most that the box keeps; undefined when there is no limit. */
  readonly limit?: number;
  /** What the limit counts: UTF-16 code units, as forms do, or bytes of UTF-8. Default characters. */
  readonly countedIn?: 'characters' | 'bytes';
  /** Whether comments stay in the text. Default true. */
  readonly comments?: boolean;
  /** Whether `@import` is accepted. Default true. */
  readonly imports?: boolean;
  /** Whether the text must stand in a `<style>` element. Default false. */
  readonly wrapped?: boolean;
  /** Whether `<` and `>` arrive as `&lt;` and `&gt;`. Default false. */
  readonly escaped?: boolean;
  /** What the platform puts before every selector, with its space; undefined for nothing. */
  readonly prefix?: string;
}

export const panelProfiles: readonly PanelProfile[] = [
  { name: 'plain', about: 'a box without limits, loaded after the platform’s sheets', place: 'after' },
  { name: 'early', about: 'a box without limits, loaded before the platform’s sheets', place: 'before' },
  { name: 'anywhere', about: 'a box whose place is not known', place: 'unknown' },
  {
    name: 'plinthwork',
    about: 'Plinthwork’s custom stylesheet: 2,000 characters, no comments, no @import, loaded last',
    place: 'after',
    limit: 2000,
    comments: false,
    imports: false,
  },
  {
    name: 'plinthwork-strict',
    about: 'Plinthwork’s restricted box: < and > are escaped, 1,000 characters, loaded before the plugin',
    place: 'before',
    limit: 1000,
    comments: false,
    imports: false,
    escaped: true,
  },
  {
    name: 'html-block',
    about: 'an HTML block that takes a <style> element, standing in the page’s body',
    place: 'after',
    wrapped: true,
  },
];
