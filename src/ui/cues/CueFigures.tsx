'use client';

import {
  cueWarnings,
  laneWarnings,
  GAP_STEP_SECONDS,
  type Band,
  type CueFigures as Figures,
  type CueProjection,
  type GapFigures,
  type LaneFigures,
} from '@/core/index';
import { FigureLines } from '../frame/FigureLines';
import { later } from '../frame/later';
import css from './cues.module.css';

const SmallBars = later(() => import('../charts/SmallBars').then((module) => module.SmallBars));

/** What one cue comes to, in numbers with their units. */
export function CueFigures({ figures, projection }: { figures: Figures; projection: CueProjection }) {
  const whole = figures.come.median / projection.seconds;
  const lines: [string, string, string][] = [
    [
      'arrivals',
      `${sayBand(figures.come, 0)} a run`,
      `Median of ${projection.seeds} runs of ${projection.seconds} s, in brackets where eight of ten lie`,
    ],
    ['rate', `${whole.toFixed(2)} a second`, 'Over the whole time'],
    ['first', figures.first ? `${sayBand(figures.first, 1)} s` : 'never in most runs', 'When the first one comes'],
    ['last', figures.last ? `${sayBand(figures.last, 1)} s` : '–', 'When the last one comes within this time'],
    [
      'did not come',
      `${figures.missed.toFixed(1)} a run`,
      'Due, but there was no room under the limit, or no place that is allowed',
    ],
    [
      'places rejected',
      `${figures.rejected.toFixed(1)} a run`,
      'Places that were drawn and lay in a wall, on wrong ground or too near to the player',
    ],
  ];
  if (figures.vanished > 0)
    lines.push([
      'vanish in view',
      `${figures.vanished.toFixed(1)} a run`,
      'Taken away while they are still in the level',
    ]);
  return (
    <div data-testid="cue-figures">
      <FigureLines lines={lines} />
      {figures.mix.length > 1 && (
        <>
          <h2 className={`heading ${css.figures}`}>Mix</h2>
          <FigureLines
            lines={figures.mix.map(({ kind, wanted, got }) => [
              kind,
              `${percent(got)}, wanted ${percent(wanted)}`,
              'Share of this kind among all that came',
            ])}
          />
        </>
      )}
      {figures.growth.length > 0 && <Growth figures={figures} />}
      {figures.gaps && <GapsAgainstReach gaps={figures.gaps} />}
      <Warnings texts={cueWarnings(figures)} />
    </div>
  );
}

/** The sizes of the waves, and from when on the cap holds. */
function Growth({ figures }: { figures: Figures }) {
  const capped = figures.growth.find(({ isCapped }) => isCapped);
  return (
    <>
      <h2 className={`heading ${css.figures}`}>Waves</h2>
      <div data-testid="growth">
        <SmallBars
          label="Sizes of the waves"
          height={84}
          bars={figures.growth.map(({ number, count, isCapped, seconds }) => ({
            at: number,
            value: count,
            colour: isCapped ? 'var(--clay)' : seconds === undefined ? 'var(--layer)' : 'var(--river)',
            says: `wave ${number}: ${count}${isCapped ? ', held by the cap' : ''}${seconds === undefined ? '' : `, at ${seconds.toFixed(1)} s`}`,
          }))}
          ticks={waveTicks(figures.growth.length)}
          sayTick={(number) => `w${number}`}
        />
      </div>
      <p className={`${capped ? 'wary' : 'quiet'} ${css.figuresText}`}>
        {capped
          ? `From wave ${capped.number} on the cap holds: ${capped.count} come.`
          : `${figures.growth[0].count} in the first, ${figures.growth.at(-1)!.count} in wave ${figures.growth.at(-1)!.number}.`}
      </p>
    </>
  );
}

/** Numbers of waves that are written below their bars: all of a few, some of many. */
function waveTicks(count: number): number[] {
  const step = Math.ceil(count / 6);
  return Array.from({ length: Math.ceil(count / step) }, (_, index) => 1 + index * step);
}

/** Whether the player gets from each gap to the next. */
function GapsAgainstReach({ gaps: { withinReach, shift, reach, wideEnough } }: { gaps: GapFigures }) {
  return (
    <div data-testid="gap-figures">
      <h2 className={`heading ${css.figures}`}>Gaps against reach</h2>
      <p className={css.figureLine}>
        <b className="mono">{percent(withinReach.value)}</b>{' '}
        <span className={withinReach.value < 1 ? 'wary' : 'quiet'}>
          ({Math.round(withinReach.low * 100)}–{Math.round(withinReach.high * 100)} %) of the gaps can be reached from
          the one before
        </span>
      </p>
      <FigureLines
        lines={[
          [
            'must get',
            `${sayBand(shift, 1)} cells`,
            'From one gap to the next at the least, the size of the player reckoned in; where eight of ten lie in brackets',
          ],
          ['gets', `${sayBand(reach, 1)} cells`, 'At full speed, in the time from one gap to the next'],
          ['wide enough', percent(wideEnough.value), 'Gaps that are at least as wide as the player'],
        ]}
      />
    </div>
  );
}

function Warnings({ texts }: { texts: readonly string[] }) {
  return texts.map((text) => (
    <p key={text} className={`wary ${css.figuresNote}`}>
      {text}
    </p>
  ));
}

/** Gaps of a lane, and the share that the player gets through. */
export function LaneView({ lane }: { lane: LaneFigures }) {
  return (
    <div className={css.figures} data-testid="lane-figures">
      <h2 className="heading">{lane.name}</h2>
      <p className={css.figureLine}>
        <b className="mono">{percent(lane.crossable.value)}</b>{' '}
        <span className="quiet">
          ({Math.round(lane.crossable.low * 100)}–{Math.round(lane.crossable.high * 100)} %) of its gaps can be crossed:
          the player needs {lane.crossSeconds.toFixed(2)} s
        </span>
      </p>
      <SmallBars
        label={`Gaps in ${lane.name}`}
        height={76}
        bars={lane.gaps.map((count, index) => ({
          at: index * GAP_STEP_SECONDS,
          value: count,
          colour: (index + 1) * GAP_STEP_SECONDS > lane.crossSeconds ? 'var(--moss)' : 'var(--clay)',
          says: `${(index * GAP_STEP_SECONDS).toFixed(2)} to ${((index + 1) * GAP_STEP_SECONDS).toFixed(2)} s: ${count} gaps`,
        }))}
        ticks={[0, 2, 4]}
        sayTick={(second) => `${second} s`}
      />
      <div className="quiet">
        median gap {lane.medianGap.toFixed(2)} s · closed for up to {sayBand(lane.longestClosed, 1)} s on end · fed by{' '}
        {lane.cues.join(', ')}
      </div>
      <Warnings texts={laneWarnings(lane)} />
    </div>
  );
}

function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}

function sayBand({ low, median, high }: Band, digits: number): string {
  const say = (value: number) => value.toFixed(digits);
  return low === high ? say(median) : `${say(median)} (${say(low)}–${say(high)})`;
}
