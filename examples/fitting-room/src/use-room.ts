// The room's state: the page on the stage, what is pointed at, and the draft, which outlives a reload.
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { enterStage, readDocument, type Stage } from 'yelto/browser';
import type { Engine, Governed, Judged, Rung, Spot } from './engine.js';

const draftKey = (address: string) =>
  `yelto draft for ${new URL(address).pathname.split('/').slice(0, 2).join('/')}`;

export interface Room {
  readonly status: string;
  readonly missing: readonly string[];
  readonly isPicking: boolean;
  readonly rungs: readonly Rung[];
  readonly chosen?: Spot;
  readonly governed: readonly Governed[];
  readonly draft: string;
  readonly verdicts: readonly Judged[];
  readonly engine: Remote<Engine>;
  setPicking(on: boolean): void;
  choose(spot: Spot): void;
  light(indices: readonly number[], note?: string): void;
  setDraft(draft: string): void;
  /** Shows a draft on the page without keeping it; undefined shows the kept one again. */
  preview(draft: string | undefined): void;
  /** Called when the page in the frame has loaded. */
  enter(frame: HTMLIFrameElement): void;
}

export function useRoom(): Room {
  const engine = useMemo(
    () => wrap<Engine>(new Worker(new URL('./engine.ts', import.meta.url), { type: 'module' })),
    [],
  );
  const stage = useRef<Stage | undefined>(undefined);
  const address = useRef('');
  // The kept text, for callbacks that outlive a rendering.
  const keptDraft = useRef('');
  const [status, setStatus] = useState('Reading the page…');
  const [missing, setMissing] = useState<readonly string[]>([]);
  const [isPicking, setIsPicking] = useState(false);
  const [rungs, setRungs] = useState<readonly Rung[]>([]);
  const [chosen, setChosen] = useState<Spot>();
  const [governed, setGoverned] = useState<readonly Governed[]>([]);
  const [draft, setDraftText] = useState('');
  const [verdicts, setVerdicts] = useState<readonly Judged[]>([]);
  const [isRead, setIsRead] = useState(false);

  const setPicking = useCallback((on: boolean) => {
    setIsPicking(on);
    stage.current?.setPicking(on);
  }, []);

  const choose = useCallback(
    async (spot: Spot) => {
      setChosen(spot);
      stage.current?.light([spot.index]);
      setGoverned(await engine.governed(spot));
    },
    [engine],
  );

  const point = useCallback(
    async (indices: readonly number[]) => {
      const [index] = indices;
      if (index === undefined) return;
      setPicking(false);
      const found = await engine.ladder(index);
      setRungs(found);
      await choose({ index, pseudo: '' });
    },
    [engine, choose, setPicking],
  );

  const enter = useCallback(
    async (frame: HTMLIFrameElement) => {
      const document = frame.contentDocument;
      if (!document?.body) return setStatus('This page cannot be read: it does not come from here.');
      stage.current?.leave();
      setIsRead(false);
      setRungs([]);
      setChosen(undefined);
      address.current = document.location.href;
      stage.current = enterStage(document, {
        onPoint: (indices) => void point(indices),
        onHover: (index) => stage.current?.light([index]),
      });
      const kept = localStorage.getItem(draftKey(address.current)) ?? '';
      keptDraft.current = kept;
      setDraftText(kept);
      stage.current.tryDraft(kept);
      const source = await readDocument(document);
      const { elements, missing: lost } = await engine.load(source);
      setMissing(lost);
      setStatus(`${elements} elements read`);
      setIsRead(true);
    },
    [engine, point],
  );

  useEffect(() => {
    if (!isRead) return;
    let isStale = false;
    const timer = setTimeout(async () => {
      const judged = await engine.prove(draft);
      if (!isStale) setVerdicts(judged);
    }, 120);
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
  }, [engine, draft, isRead]);

  const setDraft = useCallback((text: string) => {
    keptDraft.current = text;
    setDraftText(text);
    stage.current?.tryDraft(text);
    localStorage.setItem(draftKey(address.current), text);
  }, []);

  const preview = useCallback(
    (text: string | undefined) => stage.current?.tryDraft(text ?? keptDraft.current),
    [],
  );

  const light = useCallback(
    (indices: readonly number[], note?: string) => stage.current?.light(indices, note),
    [],
  );

  return {
    status,
    missing,
    isPicking,
    rungs,
    chosen,
    governed,
    draft,
    verdicts,
    engine,
    setPicking,
    choose,
    light,
    setDraft,
    preview,
    enter,
  };
}
