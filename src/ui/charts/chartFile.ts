/** A chart as a picture of its own: how it is drawn, and how large, CSS pixels. */
export interface ChartFile {
  svg: string;
  width: number;
  height: number;
}

/** Attributes that may hold a colour that the page names. */
const COLOURS = ['fill', 'stroke', 'stop-color'] as const;

/**
 * A drawing that stands by itself: colours that the page names are written out, and it has the page's font and ground.
 * `colourOf` gives what a name such as `--river` stands for.
 */
export function chartFileOf(drawing: SVGSVGElement, colourOf: (name: string) => string): ChartFile {
  const { width, height } = drawing.getBoundingClientRect();
  const own = drawing.cloneNode(true) as SVGSVGElement;
  own.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  own.setAttribute('width', String(width));
  own.setAttribute('height', String(height));
  own.setAttribute('style', `background:${colourOf('--sand')};font-family:Inter,sans-serif`);
  for (const part of [own, ...own.querySelectorAll('*')])
    for (const name of COLOURS) {
      const value = part.getAttribute(name);
      if (value) part.setAttribute(name, writeOut(value, colourOf));
    }
  return { svg: new XMLSerializer().serializeToString(own), width, height };
}

/** A value with the names of the page in it written out. */
export function writeOut(value: string, colourOf: (name: string) => string): string {
  return value.replace(/var\((--[\w-]+)\)/g, (_, name: string) => colourOf(name).trim());
}

/** How many points a picture has for each of the screen. */
const POINTS = 2;

/** The same as PNG. */
export async function pngOf({ svg, width, height }: ChartFile): Promise<Blob> {
  const picture = new Image();
  const loaded = new Promise((resolve, reject) => {
    picture.onload = resolve;
    picture.onerror = () => reject(new Error('The chart cannot be drawn as a picture.'));
  });
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await loaded;
  const canvas = document.createElement('canvas');
  canvas.width = width * POINTS;
  canvas.height = height * POINTS;
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('The chart cannot be drawn as a picture.')))),
  );
}

/** The name of a file after what it shows. */
export function fileNameOf(title: string): string {
  return title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
}
