/** A line that says nothing, so that what stands between keeps the connection, and one that is gone is noticed. */
const BEAT_MS = 25_000;

/** Who is so many events behind is let go, and comes again when it hears once more. */
const MOST_BEHIND = 1000;

export interface EventSink {
  send: (event: unknown) => void;
  close: () => void;
}

/** A reply of server-sent events. `begin` is called once and gives what is to be done when the stream ends, by either side. */
export function eventStream(
  signal: AbortSignal,
  begin: (sink: EventSink) => Promise<() => void> | (() => void),
): Response {
  const encoder = new TextEncoder();
  let end: (() => void) | undefined;
  let beat: NodeJS.Timeout | undefined;
  let isClosed = false;
  const finish = () => {
    isClosed = true;
    clearInterval(beat);
    end?.();
    end = undefined;
  };
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const close = () => {
        if (isClosed) return;
        finish();
        controller.close();
      };
      const write = (text: string) => {
        if (isClosed) return;
        controller.enqueue(encoder.encode(text));
        if ((controller.desiredSize ?? 0) < -MOST_BEHIND) close();
      };
      if (signal.aborted) {
        close();
        return;
      }
      signal.addEventListener('abort', close, { once: true });
      beat = setInterval(() => write(': beat\n\n'), BEAT_MS);
      beat.unref();
      const stop = await begin({ send: (event) => write(`data: ${JSON.stringify(event)}\n\n`), close });
      if (isClosed) stop();
      else end = stop;
    },
    cancel: finish,
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}
