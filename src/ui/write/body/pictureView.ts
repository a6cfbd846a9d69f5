'use client';
/** A picture in the editor: shown once its bytes are on the server, named until then. */
import type { Editor } from '@tiptap/core';
import { Picture } from './extensions';

/** The pictures that are attached: where to get one, or that it is still on its way; and word when that changes. */
export interface PictureSource {
  urlOf: (contentId: string) => string | undefined;
  follow: (told: () => void) => () => void;
}

export const pictureView = (source: PictureSource) =>
  Picture.extend({
    addNodeView() {
      return ({ node }: { node: { attrs: Record<string, unknown> }; editor: Editor }) => {
        const dom = document.createElement('span');
        const contentId = String(node.attrs.contentId);
        const alt = typeof node.attrs.alt === 'string' && node.attrs.alt ? node.attrs.alt : 'Picture';
        let shown: string | undefined;
        const draw = () => {
          const url = source.urlOf(contentId);
          if (url === shown && dom.hasChildNodes()) return;
          shown = url;
          if (!url) {
            dom.textContent = `[${alt}, on its way]`;
            return;
          }
          const image = document.createElement('img');
          image.src = url;
          image.alt = alt;
          dom.replaceChildren(image);
        };
        draw();
        const stop = source.follow(draw);
        return { dom, destroy: stop };
      };
    },
  });
