'use client';

import { useQuery } from '@tanstack/react-query';
import type { MachinesReply } from '@/server/contracts/machines';
import { Frame } from '../frame/Frame';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { sayLeft, sayLength, sayState } from './machineWords';
import css from './machines.module.css';

const LOOK_MS = 2000;

/** Who makes the runs of batches: the threads of this server, or the machines of a queue. */
export function Machines() {
  const { data, error, refetch } = useQuery({
    queryKey: ['machines'],
    queryFn: gorgeApi.machines,
    refetchInterval: LOOK_MS,
  });
  return (
    <Frame trail={[{ label: 'Shelf', href: '/' }, { label: 'Machines' }]}>
      <div className={css.page}>
        {error && !data ? (
          <Failed error={error} onRetry={() => void refetch()} />
        ) : !data ? (
          <Loading what="the machines" />
        ) : (
          <>
            <p className={css.lead} role="status">
              {data.madeBy === 'threads' ? sayThreads(data) : sayFleet(data)} {sayLeft(data)}
            </p>
            {data.madeBy === 'threads' ? <HowToJoin /> : <MachineTable machines={data.machines} />}
          </>
        )}
      </div>
    </Frame>
  );
}

function sayThreads({ threads, busy }: MachinesReply): string {
  if (threads === 0) return 'This machine makes the runs of batches; it has made none since it was started.';
  return `This machine makes the runs of batches: ${threads} threads, ${busy} at work.`;
}

function sayFleet({ machines, threads, runsASecond }: MachinesReply): string {
  const there = machines.filter(({ isThere, isSameVersion }) => isThere && isSameVersion).length;
  if (there === 0) return 'No machine has joined the queue: batches wait until one does.';
  const who = `${there} ${there === 1 ? 'machine' : 'machines'} with ${threads} threads`;
  return `${who} at the queue, ${Math.round(runsASecond)} runs a second.`;
}

function HowToJoin() {
  return (
    <p className="quiet">
      Other machines can help: start the server with <code>npm start -- --fleet</code>, or set <code>GORGE_QUEUE</code>{' '}
      to a Redis that all of them reach, and run <code>gorge worker --queue ADDRESS</code> on each.
    </p>
  );
}

function MachineTable({ machines }: Pick<MachinesReply, 'machines'>) {
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>machine</th>
          <th>how it stands</th>
          <th className="number">threads</th>
          <th className="number">runs a second</th>
          <th className="number">runs made</th>
          <th className="number">here for</th>
          <th>versions</th>
        </tr>
      </thead>
      <tbody>
        {machines.map((machine) => (
          <tr key={machine.id}>
            <td>
              {machine.host} <span className="quiet">{machine.id.slice(0, 6)}</span>
            </td>
            <td>{sayState(machine)}</td>
            <td className="number">{machine.threads}</td>
            <td className="number">{machine.isThere ? machine.runsASecond.toFixed(0) : '–'}</td>
            <td className="number">{machine.runs.toLocaleString('en')}</td>
            <td className="number">{sayLength(machine.sinceSeconds)}</td>
            <td className="quiet">
              engine {machine.versions.engine}, stand-ins {machine.versions.standIns}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
