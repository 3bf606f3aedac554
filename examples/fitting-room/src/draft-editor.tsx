import { css } from '@codemirror/lang-css';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { useComputedColorScheme } from '@mantine/core';
import { EditorView } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';

// Colours come from room.css, where both schemes have their own.
const colours = HighlightStyle.define([
  {
    tag: [tags.className, tags.tagName, tags.labelName, tags.constant(tags.className)],
    color: 'var(--draft-name)',
  },
  {
    tag: [tags.propertyName, tags.definitionKeyword, tags.keyword, tags.modifier],
    color: 'var(--draft-property)',
  },
  { tag: [tags.number, tags.unit, tags.color, tags.string, tags.atom], color: 'var(--draft-value)' },
  { tag: tags.comment, color: 'var(--mantine-color-dimmed)', fontStyle: 'italic' },
]);

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
        syntaxHighlighting(colours),
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
