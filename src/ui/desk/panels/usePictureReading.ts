import { useEffect, useRef, useState } from 'react';
import type { Diagnostic, PictureGrid, PictureReading } from '@/core/index';
import type { OpenedPicture } from '../../workers/picture.worker';
import { startPictureWorker, type PictureWorker } from '../../workers/pictureWorker';

/** A picture and how it is read, worked out beside the page. */
export interface ReadPicture {
  picture: OpenedPicture;
  reading: PictureReading;
  /** Undefined where it cannot be read in this way. */
  grid: PictureGrid | undefined;
  /** How long that took. */
  milliseconds: number;
}

/** Opens pictures and reads them, each time somebody wants them read otherwise. */
export function usePictureReading() {
  const [read, setRead] = useState<ReadPicture>();
  const [fault, setFault] = useState<Diagnostic>();
  const [isReading, setIsReading] = useState(false);
  const worker = useRef<PictureWorker>(undefined);
  useEffect(() => () => worker.current?.end(), []);
  const interpret = async (picture: OpenedPicture, reading: PictureReading, began = performance.now()) => {
    const result = await worker.current?.api.grid(reading);
    const grid = result?.ok ? result.value : undefined;
    setRead({ picture, reading, grid, milliseconds: performance.now() - began });
    setFault(result && !result.ok ? result.faults[0] : undefined);
  };
  const open = async (file: File) => {
    worker.current ??= startPictureWorker();
    setIsReading(true);
    const began = performance.now();
    const opened = await worker.current.api.open(new Uint8Array(await file.arrayBuffer()));
    if (opened.ok) await interpret(opened.value, opened.value.reading, began);
    else {
      setRead(undefined);
      setFault(opened.faults[0]);
    }
    setIsReading(false);
  };
  const change = (reading: PictureReading) => read && interpret(read.picture, reading);
  return { read, fault, isReading, open, change };
}
