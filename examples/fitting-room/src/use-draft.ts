// The draft: shown at once, saved at once, joined with what others write into the same file.
import { useCallback, useMemo, useRef, useState } from 'react';
import { ServerLink, type DraftState } from './server-link.js';

export interface Draft {
  readonly text: string;
  readonly file: string;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** How many rooms have this draft open, this one included. */
  readonly rooms: number;
  readonly isLinked: boolean;
  /** What the file holds, where it was changed meanwhile in the same lines; undefined otherwise. */
  readonly theirs?: string;
  /** What went wrong at the last saving; '' for nothing. */
  readonly trouble: string;
  readonly link: ServerLink;
  set(text: string): void;
  undo(): void;
  redo(): void;
  /** Ends a conflict: with the room's text, or the file's. */
  settle(keep: 'mine' | 'theirs'): void;
}

/** What could not be saved is tried again after so long, ms. */
const tryAgainAfter = 3000;

export function useDraft(onText: (text: string) => void): Draft {
  const [state, setState] = useState<DraftState>({
    text: '',
    canUndo: false,
    canRedo: false,
    trouble: '',
  });
  const [file, setFile] = useState('');
  const [rooms, setRooms] = useState(1);
  const [isLinked, setIsLinked] = useState(false);
  const [theirs, setTheirs] = useState<string>();
  const [trouble, setTrouble] = useState('');
  // What the server has, what is shown, and whether a text is on its way: for callbacks that outlive a rendering.
  const kept = useRef({ base: '', text: '', isSaving: false, isFirst: true });

  const show = useCallback(
    (next: DraftState) => {
      kept.current.text = next.text;
      setState(next);
      onText(next.text);
    },
    [onText],
  );

  // Saving needs the link, and the link saves what was typed while there was none.
  const again = useRef(() => {});
  const link = useMemo(
    () =>
      new ServerLink({
        onLink: setIsLinked,
        onDraft(next, name, amount) {
          setFile(name);
          setRooms(amount);
          const { base, text, isFirst } = kept.current;
          // What was typed while the server was away is not thrown out.
          const isUnsaved = !isFirst && text !== base;
          kept.current.isFirst = false;
          if (isUnsaved) return again.current();
          kept.current.base = next.text;
          show(next);
        },
      }),
    [show],
  );

  const save = useCallback(async () => {
    const now = kept.current;
    if (now.isSaving || now.text === now.base) return;
    now.isSaving = true;
    const sent = now.text;
    try {
      const saved = await link.save(sent, now.base);
      setTrouble('');
      if (saved.kind === 'changed meanwhile') setTheirs(saved.theirs);
      else {
        // What was typed meanwhile was made from what was sent.
        now.base = now.text === sent ? saved.state.text : sent;
        if (now.text === sent) show(saved.state);
      }
    } catch (error) {
      setTrouble((error as Error).message);
      setTimeout(() => again.current(), tryAgainAfter);
      return;
    } finally {
      now.isSaving = false;
    }
    // What was typed meanwhile goes next.
    if (now.text !== sent) void save();
  }, [link, show]);
  again.current = () => void save();

  const set = useCallback(
    (text: string) => {
      show({ text, canUndo: true, canRedo: false, trouble: '' });
      void save();
    },
    [save, show],
  );

  const move = useCallback(
    async (by: 'undo' | 'redo') => {
      const next = await link[by]().catch((error: Error) => void setTrouble(error.message));
      if (!next) return;
      kept.current.base = next.text;
      show(next);
    },
    [link, show],
  );

  const settle = useCallback(
    (keep: 'mine' | 'theirs') => {
      if (theirs === undefined) return;
      kept.current.base = theirs;
      setTheirs(undefined);
      if (keep === 'theirs') show({ text: theirs, canUndo: true, canRedo: false, trouble: '' });
      else void save();
    },
    [save, show, theirs],
  );

  return {
    ...state,
    file,
    rooms,
    isLinked,
    theirs,
    trouble: trouble || state.trouble,
    link,
    set,
    undo: () => void move('undo'),
    redo: () => void move('redo'),
    settle,
  };
}
