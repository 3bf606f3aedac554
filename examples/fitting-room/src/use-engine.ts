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
}

export function useEngine(): EngineInUse {
  const [work, setWork] = useState<Work>();
  const [stopped, setStopped] = useState('');
  const [attempts, setAttempts] = useState(0);
  // What is begun after all, as for a draft that was written anew, no longer counts as stopped; and nobody who means to begin it again
  // stops it by luck, as it has no bar yet.
  const begun = useCallback((words: string) => setStopped((before) => (before === words ? '' : before)), []);
  const link = useMemo(() => new EngineLink(setWork, begun, setStopped), [begun]);
  const words = work?.words ?? '';
  const stop = useCallback(() => void link.stop(words), [link, words]);
  const again = useCallback(() => {
    setStopped('');
    setAttempts((before) => before + 1);
  }, []);
  return { engine: link.engine, work, stopped, attempts, stop, again };
}
