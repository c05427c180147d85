import type { Terrain } from '@/core/index';

/** A small square in the tint of a ground with its sign. */
export function GroundSwatch({ ground }: { ground: Terrain }) {
  return (
    <span
      className="mono tinted"
      style={{
        display: 'inline-block',
        width: 15,
        height: 15,
        lineHeight: '14px',
        fontSize: 10,
        textAlign: 'center',
        verticalAlign: -2,
        marginRight: 3,
        color: '#1f2d36',
        background: ground.tint,
        border: '1px solid var(--dim)',
      }}
    >
      {ground.glyph}
    </span>
  );
}
