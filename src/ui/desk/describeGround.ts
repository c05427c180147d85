import type { Terrain } from '@/core/index';

/** What a ground does, in a few words: for titles of chips. */
export function describeGround(ground: Terrain): string {
  const words = [
    ground.solid ? 'stops bodies' : 'can be walked on',
    ground.opaque ? 'stops sight' : 'can be seen over',
    ...(ground.footing && ground.footing !== 'firm' ? [ground.footing] : []),
    ...(ground.speedFactor ? [`${ground.speedFactor} times the speed`] : []),
    ...(ground.push ? [`pushes ${ground.push[0]}, ${ground.push[1]} cells/s`] : []),
    ...(ground.harm ? [`takes ${ground.harm} health a second`] : []),
    ...(ground.strength ? [`wears away after ${ground.strength} hits`] : []),
  ];
  return words.join(', ');
}
