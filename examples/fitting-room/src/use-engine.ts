// The worker, what it is at, and what was stopped of it.
import type { Remote } from 'comlink';
import { useCallback, useMemo, useState } from 'react';
import type { Engine } from './engine.js';
import { EngineLink, type Work } from './engine-link.js';

export interface EngineInUse {
  readonly engine: Remote<Engine>;
  /** What takes longer than a moment; undefined for most of the time. */
  readonly work?: Work;
  /** What was stopped, "Proving the draft", and was not begun again; '' for nothing. */
  readonly stopped: string;
  /** Another number each time that what was stopped is to begin again. */
  readonly attempts: number;
  stop(): void;
  again(): void;
  /** Told of work that was done after all, so that it no longer counts as stopped. */
  settle(words: string): void;
}

export function useEngine(): EngineInUse {
  const [work, setWork] = useState<Work>();
  const [stopped, setStopped] = useState('');
  const [attempts, setAttempts] = useState(0);
  const link = useMemo(() => new EngineLink(setWork), []);
  const words = work?.words ?? '';
  const stop = useCallback(() => {
    setStopped(words);
    void link.stop();
  }, [link, words]);
  const again = useCallback(() => {
    setStopped('');
    setAttempts((before) => before + 1);
  }, []);
  const settle = useCallback((done: string) => setStopped((before) => (before === done ? '' : before)), []);
  return { settle, engine: link.engine, work, stopped, attempts, stop, again };
}
