// The room's state: the page on the stage, what is pointed at, what is held, and the draft.
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { LiveBox, LiveHold, ToRoom, WhatIf } from 'yelto/browser';
import type { Governed, Rung, Spot, Toggle } from './engine.js';
import { reading } from './engine-link.js';
import { FrameLink } from './frame-link.js';
import type { PageEvents, PageLink } from './page-link.js';
import { TabLink, type AskingPage } from './tab-link.js';
import { countChecked, type Checked } from './checked.js';
import { invitation } from './invitation.js';
import { foreignTexts, withForeign } from './foreign.js';
import { isStopped } from './stepwise.js';
import { Turns } from './turns.js';
import { useClimbing } from './use-climbing.js';
import { useDraft, type Draft } from './use-draft.js';
import { useEngine, type EngineInUse } from './use-engine.js';
import { useVerdicts, type Verdicts } from './use-verdicts.js';

type ToldPage = Extract<ToRoom, { kind: 'page' }>;

export interface Room extends EngineInUse, Pick<Verdicts, 'verdicts' | 'checked'> {
  readonly status: string;
  /** How often a page was read, or something held on it: a list of elements is of one of them. */
  readonly reads: number;
  readonly missing: readonly string[];
  /** Sheets that the browser has and nobody could read. */
  readonly unread: readonly string[];
  readonly isPicking: boolean;
  readonly rungs: readonly Rung[];
  /** What lies beneath the pressed point besides the box that was hit, topmost first. */
  readonly beneath: readonly Rung[];
  readonly chosen?: Spot;
  readonly box?: LiveBox;
  /** undefined until it is known. */
  readonly governed?: readonly Governed[];
  /** undefined until they are known. */
  readonly toggles?: readonly Toggle[];
  readonly held: readonly Toggle[];
  /** What the site asks of window and person, `in print`, and what of it is looked at. */
  readonly asked: readonly string[];
  readonly looked: readonly string[];
  /** What is supposed for the moment, in words; '' for nothing. */
  readonly supposed: string;
  /** Pages looked at so far, by address; the draft is proven on all of them. */
  readonly visited: readonly string[];
  readonly widths: readonly number[];
  readonly draft: Draft;
  /** What the browser says of what governs the chosen box. */
  readonly governing: Checked;
  /** Address of the page on the stage. */
  readonly address: string;
  /** Whether the frame shows no page of the site. */
  readonly isLost: boolean;
  /** Shows a page of the site; '' for the first one. */
  visit(address: string): void;
  setPicking(on: boolean): void;
  choose(spot: Spot): void;
  pointTo(index: number): void;
  hold(toggles: readonly Toggle[], under?: readonly string[]): void;
  suppose(what?: WhatIf): void;
  /** Called with the frame that shows the page without the draft, for comparing. */
  enterBefore(frame: HTMLIFrameElement | null): void;
  light(indices: readonly number[], note?: string): void;
  /** Shows a draft on the page without keeping it; undefined shows the kept one again. */
  preview(draft: string | undefined): void;
  /** Called with the frame that shows the page, or with the page in another tab, once it is there. */
  enter(page: HTMLIFrameElement | AskingPage | null): void;
  /** Another link to the page, where it stands in another tab. */
  openTab?(events: Partial<PageEvents>): PageLink;
}

export function useRoom(): Room {
  const inUse = useEngine();
  const { engine, attempts } = inUse;
  const stage = useRef<PageLink | undefined>(undefined);
  // Told at once, not with the next rendering: a page that is ready in between must not miss it.
  const kept = useRef('');
  const showDraft = useCallback((text: string) => {
    kept.current = text;
    stage.current?.tryDraft(text);
  }, []);
  const draft = useDraft(showDraft);
  const [status, setStatus] = useState(invitation.join ? 'Waiting for the page' : 'Opening the page…');
  const [missing, setMissing] = useState<readonly string[]>([]);
  const [unread, setUnread] = useState<readonly string[]>([]);
  const [isPicking, setIsPicking] = useState(false);
  const [rungs, setRungs] = useState<readonly Rung[]>([]);
  const [beneath, setBeneath] = useState<readonly Rung[]>([]);
  const [chosen, setChosen] = useState<Spot>();
  const [box, setBox] = useState<LiveBox>();
  const [governed, setGoverned] = useState<readonly Governed[]>();
  const [toggles, setToggles] = useState<readonly Toggle[]>();
  const [held, setHeld] = useState<readonly Toggle[]>([]);
  const [asked, setAsked] = useState<readonly string[]>([]);
  const [looked, setLooked] = useState<readonly string[]>([]);
  const [widths, setWidths] = useState<readonly number[]>([]);
  const [governing, setGoverning] = useState<Checked>(countChecked([]));
  const [supposed, setSupposed] = useState('');
  const [visited, setVisited] = useState<readonly string[]>([]);
  const before = useRef<FrameLink | undefined>(undefined);
  const { climb, hover, isOver, taken } = useClimbing(engine, stage);
  const [reads, setReads] = useState(0);
  const { verdicts, checked, forget } = useVerdicts({
    engine,
    stage,
    draft: draft.text,
    looked,
    reads,
    attempts,
  });
  // For callbacks that outlive a rendering.
  const forgetting = useRef(forget);
  forgetting.current = forget;
  const [address, setAddress] = useState('');
  const [isLost, setIsLost] = useState(false);
  const [tab, setTab] = useState<AskingPage>();
  const openTab = useMemo(() => tab && ((events: Partial<PageEvents>) => new TabLink(tab, events)), [tab]);

  const setPicking = useCallback(
    (on: boolean) => {
      hover(-1);
      setIsPicking(on);
      if (on) {
        // What was chosen before is not what will be.
        setRungs([]);
        setBeneath([]);
        setChosen(undefined);
      }
      stage.current?.setPicking(on);
    },
    [hover],
  );

  // What is kept an eye on while the page changes: for callbacks that outlive a rendering.
  const eyed = useRef({ leaf: -1, chosen, held, looked });
  eyed.current = { leaf: rungs[0]?.index ?? -1, chosen, held, looked };
  // Together with the rendering: a reading that comes in between must not miss what was just chosen.
  useLayoutEffect(() => {
    const { leaf } = eyed.current;
    stage.current?.follow([leaf, chosen?.index ?? -1, ...held.map(({ index }) => index)]);
  }, [chosen, held, rungs]);

  // What is told of a box that is not the last one chosen comes too late.
  const last = useRef<Spot | undefined>(undefined);
  const choose = useCallback(
    async (spot: Spot) => {
      last.current = spot;
      setChosen(spot);
      // What governed the box before does not govern this one.
      setGoverned(undefined);
      setToggles(undefined);
      stage.current?.light([spot.index]);
      const [facts, measured] = await Promise.all([
        engine.governed(spot),
        stage.current?.measure(spot.index),
      ]);
      if (last.current !== spot) return;
      setGoverned(facts);
      setBox(measured);
      const states = await engine.toggles(spot);
      if (last.current !== spot) return;
      setToggles(states);
      const claims = eyed.current.looked.length ? [] : await engine.claimsOn(spot, kept.current);
      setGoverning(countChecked(claims.length ? await stage.current?.check(claims) : []));
    },
    [engine],
  );

  const pointTo = useCallback(
    async (index: number) => {
      setPicking(false);
      const spot = { index, pseudo: '' };
      const of = stage.current?.reading;
      // Followed from now on, should the page be read anew before the ladder is there.
      setChosen(spot);
      const found = await engine.ladder(index);
      if (stage.current?.reading !== of) return;
      setRungs(found);
      await choose(spot);
    },
    [engine, choose, setPicking],
  );

  const point = useCallback(
    async (indices: readonly number[]) => {
      const [index] = indices;
      if (index === undefined) return;
      await pointTo(index);
      setBeneath(await engine.beneath(indices));
    },
    [engine, pointTo],
  );

  const take = useCallback((pressed: readonly number[]) => taken(pressed).then(point), [point, taken]);

  // The keyboard is the room's while the pointer is on the page.
  useEffect(() => {
    if (!isPicking) return;
    const press = (event: KeyboardEvent) => {
      if (event.key === 'ArrowUp') climb(1);
      else if (event.key === 'ArrowDown') climb(-1);
      else if (event.key === 'Enter' && isOver()) void take([]);
      else if (event.key === 'Escape') setPicking(false);
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', press, { capture: true });
    return () => window.removeEventListener('keydown', press, { capture: true });
  }, [climb, isOver, isPicking, setPicking, take]);

  /** Goes on where the person was, on a page that has changed under them. */
  const goOn = useCallback(
    async ([leaf = -1, index = -1, ...holders]: readonly number[]) => {
      const { chosen: was, held: before, looked: under } = eyed.current;
      const still = before.flatMap((toggle, i) =>
        holders[i] >= 0 ? [{ ...toggle, index: holders[i] }] : [],
      );
      if (before.length || under.length) {
        await engine.hold(still, under);
        stage.current?.hold(
          still.map(({ index: at, state }) => ({ index: at, state })),
          foreignTexts(),
        );
        setHeld(still);
      }
      if (!was) return '';
      if (index < 0) {
        setChosen(undefined);
        setRungs([]);
        return 'What you chose is gone from the page.';
      }
      setRungs(await engine.ladder(leaf < 0 ? index : leaf));
      await choose({ ...was, index });
      return '';
    },
    [choose, engine],
  );

  const read = useCallback(
    async ({ source, reading: number, followed }: ToldPage) => {
      const found = await engine.load(await withForeign(source, draft.link));
      if (stage.current) stage.current.reading = number;
      setMissing(found.missing);
      setUnread(found.unread);
      setWidths(found.widths);
      setVisited(found.visited);
      setAsked(await engine.asked());
      const said = stage.current?.isOfNow(followed.id) ? await goOn(followed.indices) : '';
      setStatus(said || `${found.elements} elements read`);
      setReads((before) => before + 1);
    },
    [draft.link, engine, goOn],
  );

  const turns = useMemo(
    () =>
      new Turns(read, (error) =>
        setStatus(
          isStopped(error)
            ? 'The page was not read'
            : `The page could not be read: ${(error as Error).message}`,
        ),
      ),
    [read],
  );

  const enter = useCallback(
    (page: HTMLIFrameElement | AskingPage | null) => {
      stage.current?.leave();
      if (!page) return;
      const isFrame = page instanceof HTMLIFrameElement;
      setTab(isFrame ? undefined : page);
      const events: Partial<PageEvents> = {
        onReady(where) {
          setAddress(where);
          setIsLost(false);
          setRungs([]);
          setBeneath([]);
          setChosen(undefined);
          setHeld([]);
          setLooked([]);
          setSupposed('');
          setStatus('Reading the page…');
          stage.current?.tryDraft(kept.current);
        },
        onNoPage(reason) {
          setStatus(reason);
          setIsLost(true);
          // What was said of the page before is said of none.
          setRungs([]);
          setChosen(undefined);
          forgetting.current();
        },
        onLeft: (to) =>
          setStatus(`The page wanted to go to ${to}, another site: yelto try opens a room there.`),
        onPage: (page) => turns.tellPage(page),
        onHover: (index) => {
          hover(index);
          stage.current?.light([index]);
        },
        // While pointing, up and down go to the enclosing box and back.
        onClimb: climb,
        onScrolled: (y) => before.current?.scroll(y),
        onPoint: (indices) => turns.tell(() => take(indices)),
      };
      stage.current = isFrame ? new FrameLink(page, events) : new TabLink(page, events);
    },
    [climb, hover, take, turns],
  );

  const { stopped, again: beginAgain, work, stop: stopWork } = inUse;
  const stop = useCallback(() => {
    if (work?.words === reading) turns.drop();
    stopWork();
  }, [stopWork, turns, work]);
  const again = useCallback(() => {
    if (stopped === reading) stage.current?.read();
    beginAgain();
  }, [beginAgain, stopped]);

  const visit = useCallback((where: string) => {
    setStatus('Opening the page…');
    stage.current?.open(where || invitation.site);
  }, []);

  const enterBefore = useCallback((frame: HTMLIFrameElement | null) => {
    before.current?.leave();
    before.current = frame ? new FrameLink(frame, {}) : undefined;
  }, []);

  const suppose = useCallback((what?: WhatIf) => {
    setSupposed(what ? [what.what, what.detail].filter(Boolean).join(' ') : '');
    stage.current?.suppose(what);
    if (what && what.what !== 'gone') stage.current?.light([what.index]);
  }, []);

  const hold = useCallback(
    async (wanted: readonly Toggle[], under: readonly string[] = looked) => {
      setHeld(wanted);
      setLooked(under);
      const holds: LiveHold[] = wanted.map(({ index, state }) => ({ index, state }));
      stage.current?.hold(holds, foreignTexts());
      await engine.hold(holds, under);
      setReads((before) => before + 1);
      if (chosen) setGoverned(await engine.governed(chosen));
    },
    [chosen, engine, looked],
  );

  const preview = useCallback(
    (text: string | undefined) => stage.current?.tryDraft(text ?? kept.current),
    [],
  );
  const light = useCallback(
    (indices: readonly number[], note?: string) => stage.current?.light(indices, note),
    [],
  );

  return {
    status,
    reads,
    missing,
    unread,
    isPicking,
    rungs,
    beneath,
    chosen,
    box,
    governed,
    toggles,
    held,
    asked,
    looked,
    widths,
    draft,
    verdicts,
    checked,
    governing,
    ...inUse,
    stop,
    again,
    address,
    isLost,
    visit,
    setPicking,
    choose,
    pointTo,
    hold,
    suppose,
    enterBefore,
    supposed,
    visited,
    light,
    preview,
    enter,
    openTab,
  };
}
