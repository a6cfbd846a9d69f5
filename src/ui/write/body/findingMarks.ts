'use client';
/** What the checks found, marked in the text: drawn over it, never part of it. */
import { Extension, type Editor } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

interface Marked {
  from: number;
  to: number;
}

const KEY = new PluginKey<DecorationSet>('findings');

/** @param className of what is marked */
export const findingMarks = (className: string) =>
  Extension.create({
    name: 'findingMarks',
    addProseMirrorPlugins: () => [
      new Plugin<DecorationSet>({
        key: KEY,
        state: {
          init: () => DecorationSet.empty,
          apply(transaction, before) {
            const ranges = transaction.getMeta(KEY) as readonly Marked[] | undefined;
            // Until they are looked for again, marks move with their words.
            return ranges
              ? DecorationSet.create(
                  transaction.doc,
                  ranges.map(({ from, to }) => Decoration.inline(from, to, { class: className })),
                )
              : before.map(transaction.mapping, transaction.doc);
          },
        },
        props: { decorations: (state) => KEY.getState(state) },
      }),
    ],
  });

/** @param ranges in the document */
export const markFindings = ({ view, state }: Editor, ranges: readonly Marked[]): void =>
  view.dispatch(state.tr.setMeta(KEY, ranges).setMeta('addToHistory', false));
