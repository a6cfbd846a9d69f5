/** HTML that is pasted: the pictures in it that can be taken, and what cannot be kept. */

const counted = (count: number, one: string, several: string) =>
  count === 0 ? [] : [count === 1 ? `1 ${one}` : `${count} ${several}`];

export interface Pasted {
  /** Pictures that came whole (RFC 2397), in order. */
  pictures: File[];
  /** What is left out, in words; empty where all is kept. */
  lost: string;
}

async function fileOf(source: string, name: string): Promise<File | undefined> {
  try {
    const blob = await (await fetch(source)).blob();
    return new File([blob], name, { type: blob.type });
  } catch {
    return undefined;
  }
}

/** @param types the kinds of pictures that can be taken */
export async function readPasted(html: string, types: readonly string[]): Promise<Pasted> {
  const page = new DOMParser().parseFromString(html, 'text/html');
  const images = [...page.querySelectorAll('img')].filter(
    (each) => !/^cid:/i.test(each.getAttribute('src') ?? ''),
  );
  const sources = images.map((each) => ({ source: each.getAttribute('src') ?? '', name: each.alt }));
  const whole = sources.filter(({ source }) => types.some((type) => source.startsWith(`data:${type};`)));
  const files = await Promise.all(whole.map(({ source, name }) => fileOf(source, name || 'picture')));
  const pictures = files.filter((each) => each !== undefined);
  const count = (selector: string) => page.querySelectorAll(selector).length;
  const lost = [
    ...counted(images.length - pictures.length, 'picture that is elsewhere', 'pictures that are elsewhere'),
    ...counted(count('video, audio'), 'recording', 'recordings'),
    ...counted(count('svg, canvas, object, embed'), 'drawing', 'drawings'),
    ...counted(count('input, select, textarea'), 'field', 'fields'),
    ...counted(count('iframe'), 'page within the page', 'pages within the page'),
  ];
  return { pictures, lost: lost.length > 0 ? `Left out: ${lost.join(', ')}.` : '' };
}
