'use client';

/** What a form was asked to write and did not, since it would have been a fault. */
export function NotWritten({ fault, onClose }: { fault: string | undefined; onClose: () => void }) {
  if (fault === undefined) return null;
  return (
    <div role="alert" className="problem error" aria-label="Not written">
      Not written: {fault}{' '}
      <button type="button" className="act" onClick={onClose}>
        Close
      </button>
    </div>
  );
}
