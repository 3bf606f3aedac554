import type { Command } from 'commander';
import type { ExitCode, Io } from './io.js';

/** Gives a command its options and what it does; `run` runs another one. */
export type AddCommand = (
  command: Command,
  io: Io,
  done: (code: ExitCode) => void,
  run: (args: readonly string[], io: Io) => Promise<ExitCode>,
) => void;

/** One command; what it needs is read when it is called, so that none waits for another's. */
export interface ListedCommand {
  /** Its name and arguments. */
  readonly call: string;
  /** One line of help. */
  readonly does: string;
  readonly load: () => Promise<AddCommand>;
}

export const commands: readonly ListedCommand[] = [
  {
    call: 'survey <page>',
    does: 'list a page’s sheets in load order, the widths at which it changes, and what is broken in it',
    load: async () => (await import('./survey.js')).addSurvey,
  },
  {
    call: 'find <page> <what>',
    does: 'say where sheets and markup mention a name, a property, a value, a colour or a variable',
    load: async () => (await import('./find.js')).addFind,
  },
  {
    call: 'why <page>',
    does: 'say which declarations govern a thing, from which line, and what it takes to beat them',
    load: async () => (await import('./why.js')).addWhy,
  },
  {
    call: 'hooks <page>',
    does: 'list the names on a thing and around it that a selector can hold on to, and which will last',
    load: async () => (await import('./hooks.js')).addHooks,
  },
  {
    call: 'write <page...>',
    does: 'write the shortest rule that beats what governs a thing on the first page, and nothing else; further pages are looked at too',
    load: async () => (await import('./write.js')).addWrite,
  },
  {
    call: 'prove <page...>',
    does: 'say for each declaration of a draft whether it takes effect, at every width and in its states',
    load: async () => (await import('./prove.js')).addProve,
  },
  {
    call: 'pack <draft>',
    does: 'turn a draft into the text that your panel accepts',
    load: async () => (await import('./pack.js')).addPack,
  },
  {
    call: 'confirm <page>',
    does: 'say whether what you pasted has arrived on the live page: loaded, new, read, winning',
    load: async () => (await import('./confirm.js')).addConfirm,
  },
  {
    call: 'drift <old> <new>',
    does: 'say what a new release of the platform does to your draft, from two captures of a page',
    load: async () => (await import('./drift.js')).addDrift,
  },
  {
    call: 'compare <page> [other]',
    does: 'say why two things that should look alike do not: on two pages, or two things on one',
    load: async () => (await import('./compare.js')).addCompare,
  },
  {
    call: 'capture [address]',
    does: 'save a live page with its sheets as a folder that every command reads',
    load: async () => (await import('./capture.js')).addCapture,
  },
  {
    call: 'try [page]',
    does: 'open the fitting room: point, understand, change and prove on the live site, in your browser',
    load: async () => (await import('./try.js')).addTry,
  },
  {
    call: 'demo',
    does: 'walk through the whole job on a made-up site',
    load: async () => (await import('./demo.js')).addDemo,
  },
];
