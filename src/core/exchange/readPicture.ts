import type { FaultCode } from '../foundation/faultCodes';
import { Unzlib } from 'fflate';
import { decode as decodePng } from 'fast-png';
import { decode as decodeJpeg } from 'jpeg-js';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { bug, fail, succeed, type Result } from '../foundation/result';

/** Sizes beyond which a picture is refused before anything of it is unpacked. */
export const PICTURE_LIMITS = { bytes: 16 * 1024 * 1024, side: 8192, pixels: 16_000_000 } as const;

/** A picture in shades: 0 is black, 255 white; what is transparent counts as white. Row by row. */
export interface GreyPicture {
  width: number;
  height: number;
  grey: Uint8Array;
  /** 0 transparent to 255 opaque, row by row. */
  alpha: Uint8Array;
}

function fault(code: FaultCode, message: string, hint: string): Result<never, Diagnostic> {
  return fail([errorAt({ path: [] }, code, message, hint)]);
}

/** Unpacks a PNG or JPEG file. Its type is told from its first bytes, its size from its header before it is unpacked. */
export function readPicture(bytes: Uint8Array): Result<GreyPicture, Diagnostic> {
  if (bytes.length > PICTURE_LIMITS.bytes) {
    return fault(
      'picture-too-large',
      `The file has ${(bytes.length / 1024 / 1024).toFixed(1)} MB.`,
      `A picture may have ${PICTURE_LIMITS.bytes / 1024 / 1024} MB at most.`,
    );
  }
  const type = typeOf(bytes);
  if (!type) {
    return fault('picture-type', 'This is neither a PNG nor a JPEG picture.', 'Save it as PNG and choose it again.');
  }
  const size = type === 'png' ? pngSize(bytes) : jpegSize(bytes);
  if (!size) return broken();
  if (
    size.width > PICTURE_LIMITS.side ||
    size.height > PICTURE_LIMITS.side ||
    size.width * size.height > PICTURE_LIMITS.pixels
  ) {
    return fault(
      'picture-too-large',
      `The picture has ${size.width} × ${size.height} pixels.`,
      `It may have ${PICTURE_LIMITS.pixels / 1_000_000} million pixels and ${PICTURE_LIMITS.side} on a side at most: make it smaller first.`,
    );
  }
  try {
    return succeed(type === 'png' ? fromPng(bytes) : fromJpeg(bytes));
  } catch {
    // Decoders throw on whatever is wrong with a file; a designer only needs to know that it cannot be read.
    return broken();
  }
}

function broken(): Result<never, Diagnostic> {
  return fault(
    'picture-broken',
    'The picture cannot be read: it is cut off or damaged.',
    'Open it in a viewer, save it anew and choose it again.',
  );
}

function typeOf(bytes: Uint8Array): 'png' | 'jpeg' | undefined {
  const begins = (...head: number[]) => head.every((byte, index) => bytes[index] === byte);
  if (begins(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  return begins(0xff, 0xd8, 0xff) ? 'jpeg' : undefined;
}

interface Size {
  width: number;
  height: number;
}

/** Width and height stand at a fixed place of the first chunk (PNG specification, section 11.2.2). */
function pngSize(bytes: Uint8Array): Size | undefined {
  if (bytes.length < 24) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const size = { width: view.getUint32(16), height: view.getUint32(20) };
  return size.width > 0 && size.height > 0 ? size : undefined;
}

/** Width and height stand in the frame header, whatever segments come before it (ITU-T T.81, annex B). */
function jpegSize(bytes: Uint8Array): Size | undefined {
  for (let place = 2; place + 9 < bytes.length;) {
    if (bytes[place] !== 0xff) return undefined;
    const marker = bytes[place + 1];
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (isFrame) {
      return { height: bytes[place + 5] * 256 + bytes[place + 6], width: bytes[place + 7] * 256 + bytes[place + 8] };
    }
    place += 2 + bytes[place + 2] * 256 + bytes[place + 3];
  }
  return undefined;
}

/** What is needed of a PNG file to see it: other chunks may hold whatever they like. */
const PNG_CHUNKS = ['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND'];
const PNG_HEAD_BYTES = 8;
/** Type, length and checksum of a chunk. */
const PNG_CHUNK_BYTES = 12;
/** So much packed data is unpacked at a time: it becomes 8 MB at the most. */
const SLICE_BYTES = 8192;

/** The file without the chunks that are not needed; undefined where it unpacks to more than its picture holds. */
function boundedPng(bytes: Uint8Array, { width, height }: Size): Uint8Array | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const kept = [bytes.subarray(0, PNG_HEAD_BYTES)];
  const packed: Uint8Array[] = [];
  for (let place = PNG_HEAD_BYTES; place + PNG_CHUNK_BYTES <= bytes.length;) {
    const length = view.getUint32(place);
    const type = String.fromCharCode(...bytes.subarray(place + 4, place + 8));
    const chunk = bytes.subarray(place, place + PNG_CHUNK_BYTES + length);
    if (PNG_CHUNKS.includes(type)) kept.push(chunk);
    if (type === 'IDAT') packed.push(chunk.subarray(8, 8 + length));
    place += PNG_CHUNK_BYTES + length;
  }
  // Up to four samples of two bytes a pixel, and a byte a row; interlaced rows are cut into seven pictures.
  const mostBytes = 8 * width * height + 8 * (height + 8);
  if (!unpacksWithin(packed, mostBytes)) return undefined;
  const whole = new Uint8Array(kept.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of kept) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/** Whether packed data comes to no more than so many bytes; it is given up as soon as it does. Throws where it is broken. */
function unpacksWithin(packed: readonly Uint8Array[], mostBytes: number): boolean {
  let bytes = 0;
  const unpacking = new Unzlib((part) => void (bytes += part.length));
  for (const part of packed) {
    for (let from = 0; from < part.length; from += SLICE_BYTES) {
      unpacking.push(part.subarray(from, from + SLICE_BYTES));
      if (bytes > mostBytes) return false;
    }
  }
  return true;
}

function fromPng(file: Uint8Array): GreyPicture {
  const bytes = boundedPng(file, pngSize(file)!) ?? bug('it unpacks to more than its picture holds');
  const { width, height, data, channels, depth, palette, transparency } = decodePng(bytes);
  const picture = emptyPicture(width, height);
  const most = (1 << depth) - 1;
  const perRow = Math.ceil((width * channels * depth) / 8);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const sample = (channel: number): number => {
        if (depth >= 8) return data[(y * width + x) * channels + channel];
        // Several samples share a byte; they are packed from the left.
        const bit = x * depth;
        return (data[y * perRow + (bit >> 3)] >> (8 - depth - (bit & 7))) & most;
      };
      if (palette) {
        const [red, green, blue, alpha = 255] = palette[sample(0)] ?? [255, 255, 255];
        setPixel(picture, x, y, red, green, blue, alpha);
      } else {
        const scaled = (channel: number) => (sample(channel) / most) * 255;
        const hasColour = channels >= 3;
        const alpha = channels === 2 ? scaled(1) : channels === 4 ? scaled(3) : 255;
        const isKeyed = transparency !== undefined && !hasColour && sample(0) === transparency[0];
        setPixel(picture, x, y, scaled(0), scaled(hasColour ? 1 : 0), scaled(hasColour ? 2 : 0), isKeyed ? 0 : alpha);
      }
    }
  }
  return picture;
}

function fromJpeg(bytes: Uint8Array): GreyPicture {
  const { width, height, data } = decodeJpeg(bytes, {
    useTArray: true,
    maxResolutionInMP: PICTURE_LIMITS.pixels / 1_000_000,
    maxMemoryUsageInMB: 512,
    tolerantDecoding: false,
  });
  const picture = emptyPicture(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x);
      setPixel(picture, x, y, data[at], data[at + 1], data[at + 2], 255);
    }
  }
  return picture;
}

function emptyPicture(width: number, height: number): GreyPicture {
  return { width, height, grey: new Uint8Array(width * height), alpha: new Uint8Array(width * height) };
}

/** Luma by the weights of ITU-R BT.601, laid over white. */
function setPixel(
  picture: GreyPicture,
  x: number,
  y: number,
  red: number,
  green: number,
  blue: number,
  alpha: number,
): void {
  const luma = 0.299 * red + 0.587 * green + 0.114 * blue;
  const at = y * picture.width + x;
  picture.grey[at] = Math.round(255 + ((luma - 255) * alpha) / 255);
  picture.alpha[at] = Math.round(alpha);
}
