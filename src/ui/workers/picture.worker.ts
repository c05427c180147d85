import { expose, transfer } from 'comlink';
import {
  detectReading,
  readPicture,
  readPictureGrid,
  type Diagnostic,
  type GreyPicture,
  type PictureGrid,
  type PictureReading,
  type Result,
} from '@/core/index';

export interface OpenedPicture {
  width: number;
  height: number;
  /** Shades for showing, row by row. */
  grey: Uint8Array;
  reading: PictureReading;
}

let picture: GreyPicture | undefined;

/** Unpacks and reads pictures beside the page, so that the page never waits. */
const pictures = {
  /** Opens a picture file and works out how it is most likely to be read. */
  open(bytes: Uint8Array): Result<OpenedPicture, Diagnostic> {
    const read = readPicture(bytes);
    picture = read.ok ? read.value : undefined;
    if (!read.ok) return read;
    const { width, height } = read.value;
    const grey = read.value.grey.slice();
    return transfer({ ok: true, value: { width, height, grey, reading: detectReading(read.value) } }, [grey.buffer]);
  },

  /** Reads the picture that was opened last as a grid. */
  grid(reading: PictureReading): Result<PictureGrid, Diagnostic> | undefined {
    return picture && readPictureGrid(picture, reading);
  },
};

export type Pictures = typeof pictures;

expose(pictures);
