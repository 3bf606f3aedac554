// What becomes of the draft's declarations, and what the browser says of it.
import type { Remote } from 'comlink';
import { useEffect, useState, type RefObject } from 'react';
import { contradicted, countChecked, type Checked } from './checked.js';
import type { Engine, Judged } from './engine.js';
import type { PageLink } from './page-link.js';
import { isStopped } from './stepwise.js';

interface Asked {
  readonly engine: Remote<Engine>;
  readonly stage: RefObject<PageLink | undefined>;
  readonly draft: string;
  /** Conditions other than the browser's that are looked at. */
  readonly looked: readonly string[];
  /** How often the page was read; 0 before that. */
  readonly reads: number;
  readonly attempts: number;
}

export interface Verdicts {
  readonly verdicts: readonly Judged[];
  readonly checked: Checked;
  /** What was said of a page before is said of none. */
  forget(): void;
}

export function useVerdicts({ engine, stage, draft, looked, reads, attempts }: Asked): Verdicts {
  const [verdicts, setVerdicts] = useState<readonly Judged[]>([]);
  const [checked, setChecked] = useState<Checked>(countChecked([]));

  useEffect(() => {
    if (!reads) return;
    let isStale = false;
    const tell = async () => {
      const [judged, claims] = await Promise.all([engine.prove(draft), engine.claims(draft)]);
      if (isStale) return;
      // What is said for other conditions than the browser's it cannot contradict.
      const answers = looked.length || claims.length === 0 ? [] : await stage.current?.check(claims);
      if (isStale) return;
      setVerdicts(contradicted(judged, claims, answers));
      setChecked(countChecked(answers));
    };
    const timer = setTimeout(() => {
      tell().catch((error: unknown) => {
        if (!isStopped(error)) throw error;
        // What was said of an earlier draft is not said of this one.
        if (!isStale) setVerdicts([]);
      });
    }, 120);
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
  }, [engine, stage, draft, looked, reads, attempts]);

  // No event tells of a declaration that a script changes where it stands: the browser is asked again now and then.
  const isRead = reads > 0;
  useEffect(() => {
    if (!isRead || !draft.trim() || looked.length) return;
    const timer = setInterval(async () => {
      if (document.hidden) return;
      const answers = await stage.current?.check(await engine.claims(draft));
      if (answers && countChecked(answers).agreed !== countChecked(answers).asked) stage.current?.read();
    }, 2000);
    return () => clearInterval(timer);
  }, [draft, engine, stage, isRead, looked]);

  const forget = () => {
    setVerdicts([]);
    setChecked(countChecked([]));
  };
  return { verdicts, checked, forget };
}
