import { css } from '@codemirror/lang-css';
import { useComputedColorScheme } from '@mantine/core';
import { EditorView } from '@codemirror/view';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';

/** A code editor for the draft. */
export function DraftEditor({ text, onText }: { text: string; onText: (text: string) => void }) {
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView>(undefined);
  const latest = useRef(onText);
  latest.current = onText;
  const isDark = useComputedColorScheme('light') === 'dark';

  useEffect(() => {
    const view = new EditorView({
      doc: text,
      parent: place.current!,
      extensions: [
        basicSetup,
        css(),
        EditorView.lineWrapping,
        EditorView.theme({}, { dark: isDark }),
        EditorView.contentAttributes.of({ 'aria-label': 'Your draft' }),
        EditorView.updateListener.of((update) => {
          if (
            update.docChanged &&
            update.transactions.some(
              (one) =>
                one.isUserEvent('input') ||
                one.isUserEvent('delete') ||
                one.isUserEvent('undo') ||
                one.isUserEvent('redo'),
            )
          ) {
            latest.current(update.state.doc.toString());
          }
        }),
      ],
    });
    editor.current = view;
    return () => view.destroy();
    // The editor is made once for each colour scheme; later texts are put into it below.
  }, [isDark]);

  useEffect(() => {
    const view = editor.current;
    if (view && view.state.doc.toString() !== text)
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } });
  }, [text]);

  return <div ref={place} className="draft-editor" />;
}
