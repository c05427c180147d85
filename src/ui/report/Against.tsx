'use client';

import { NativeSelect } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { PageLink } from '../frame/PageLink';
import { sayChange, type PairedDifference } from '@/core/index';
import type { BatchInfo, CompareReply, ReportReply } from '@/server/contracts/batches';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import styles from './report.module.css';
import type { ReportPlace } from './reportAddress';

interface AgainstProps {
  report: ReportReply;
  against: ReportPlace['against'];
  onChoose: (against: ReportPlace['against']) => void;
  onShow: (seed: number) => void;
}

/** This arm against one of another batch, or of the same, on the seeds that both have. */
export function Against({ report: { batch, arm }, against, onChoose, onShow }: AgainstProps) {
  const list = useQuery({ queryKey: ['batches', batch.gameId], queryFn: () => gorgeApi.batches(batch.gameId) });
  const others = (list.data?.batches ?? []).flatMap((other) =>
    other.arms
      .filter((own) => !(other.id === batch.id && own.arm === arm.arm) && own.runsDone > 0)
      .map((own) => ({ value: `${other.id}.${own.arm}`, label: nameOf(other, own) })),
  );
  return (
    <section className={`band ${styles.against}`} aria-label="Compared with">
      <NativeSelect
        size="xs"
        aria-label="Compare with"
        value={against ? `${against.batch}.${against.arm}` : ''}
        data={[{ value: '', label: 'compare with …' }, ...others]}
        onChange={(event) => {
          const [other, otherArm] = event.currentTarget.value.split('.').map(Number);
          onChoose(other ? { batch: other, arm: otherArm } : undefined);
        }}
      />
      {list.error && <span className="bad">The other batches could not be listed.</span>}
      {against && <Comparison batch={batch} arm={arm.arm} against={against} onShow={onShow} />}
      {!against && (
        <span className="quiet">seed by seed, with what is real of it and the runs that came out otherwise</span>
      )}
    </section>
  );
}

function nameOf({ id, startedAt }: BatchInfo, { name, levelName, runsDone }: BatchInfo['arms'][number]): string {
  return `${id}: ${levelName}, ${name}, ${runsDone} runs, ${startedAt.slice(0, 10)}`;
}

interface ComparisonProps {
  batch: BatchInfo;
  arm: number;
  against: NonNullable<ReportPlace['against']>;
  onShow: (seed: number) => void;
}

function Comparison({ batch, arm, against, onShow }: ComparisonProps) {
  const arms = { arm, with: against.batch, withArm: against.arm };
  const query = useQuery({
    queryKey: ['compare', batch.gameId, batch.id, arms, batch.runsDone],
    queryFn: () => gorgeApi.compare(batch.gameId, String(batch.id), arms),
  });
  if (query.error) return <Failed error={query.error} onRetry={() => void query.refetch()} />;
  if (!query.data) return <Loading what="the comparison" />;
  const { seeds, allSeeds, difference, changes, gained, lost, isSameVersion, other } = query.data;
  if (!difference) return <span className="wary">They have no seeds in common, so nothing can be compared.</span>;
  return (
    <div data-testid="comparison">
      <b className={toneOf(difference)}>{sayRates(difference)}</b>{' '}
      <span className="quiet">
        clear rate, on {seeds === allSeeds ? `${seeds} common seeds` : `the first ${seeds} of ${allSeeds} common seeds`}
        .
      </span>{' '}
      {!isSameVersion && <b className="wary">Other versions of engine or stand-ins made them.</b>}
      <div>
        {changes.length === 0
          ? 'Nothing else differs for certain.'
          : changes.map((change) => (
              <span key={change.column} className={styles.change}>
                {sayChange(change)}
              </span>
            ))}
      </div>
      <Flipped what="Cleared only here" seeds={gained} onShow={onShow} />
      <Flipped what="Cleared only there" seeds={lost} onShow={onShow} />
      <PageLink className="act" href={`/games/${batch.gameId}/batches/${other.batch}?arm=${other.arm.arm}`}>
        Report of the other
      </PageLink>
    </div>
  );
}

function Flipped({
  what,
  seeds,
  onShow,
}: {
  what: string;
  seeds: CompareReply['gained'];
  onShow: (seed: number) => void;
}) {
  if (seeds.count === 0) return null;
  return (
    <div>
      {what}: {seeds.count} {seeds.count === 1 ? 'run' : 'runs'},{' '}
      {seeds.first.map((seed) => (
        <button key={seed} type="button" className={`act ${styles.seed}`} onClick={() => onShow(seed)}>
          {seed}
        </button>
      ))}
      {seeds.count > seeds.first.length && '…'}
    </div>
  );
}

function toneOf({ isReal, value }: PairedDifference): string {
  return !isReal ? 'quiet' : value > 0 ? 'good' : 'bad';
}

function sayRates({ value, halfWidth, isReal }: PairedDifference): string {
  if (value === 0 && halfWidth === 0) return 'the same on every seed';
  const points = `${value < 0 ? '−' : '+'}${Math.abs(100 * value).toFixed(1)} points ± ${(100 * halfWidth).toFixed(1)}`;
  return isReal ? points : `${points}, which may be chance`;
}
