// While pointing, up and down go to the enclosing box and back.
import type { Remote } from 'comlink';
import { useCallback, useRef, type RefObject } from 'react';
import type { Engine } from './engine.js';
import type { PageLink } from './page-link.js';

export interface Climbing {
  /** Tells which box is under the pointer now; −1 for none. */
  hover(index: number): void;
  isOver(): boolean;
  climb(by: 1 | -1): void;
  /** What was climbed to, else what was pressed, else what is under the pointer: of boxes at one point, topmost first. */
  taken(pressed: readonly number[]): Promise<readonly number[]>;
}

export function useClimbing(engine: Remote<Engine>, stage: RefObject<PageLink | undefined>): Climbing {
  // The box under the pointer, and the one that was climbed to from there.
  const hovered = useRef(-1);
  const climbed = useRef(-1);
  const steps = useRef(Promise.resolve());

  const hover = useCallback((index: number) => {
    hovered.current = index;
    climbed.current = -1;
  }, []);

  const isOver = useCallback(() => hovered.current >= 0, []);

  const climb = useCallback(
    (by: 1 | -1) => {
      // One step after the other, as each begins where the last one ended.
      steps.current = steps.current.then(async () => {
        const from = climbed.current < 0 ? hovered.current : climbed.current;
        if (from < 0) return;
        const { index, label } = await engine.climb(from, by);
        climbed.current = index;
        stage.current?.light([index], label);
      });
      // A step that was stopped is none.
      steps.current = steps.current.catch(() => undefined);
    },
    [engine, stage],
  );

  const taken = useCallback(
    (pressed: readonly number[]) =>
      steps.current.then(() => {
        if (climbed.current >= 0) return [climbed.current];
        return pressed.length || hovered.current < 0 ? pressed : [hovered.current];
      }),
    [],
  );

  return { hover, isOver, climb, taken };
}
