import { addHashSums, digestSums, OrderedHash, type HashSums } from '../../foundation/traceHash';
import type { Join } from '../measure';

/** One fingerprint of many runs from the fingerprint and the seed of each: a sum, so that the order plays no part. */
export function fingerprintJoin(): Join<string, HashSums, string> {
  return {
    kind: 'fingerprint',
    empty: () => ({ a: 0, b: 0 }),
    add(sums, text, seed) {
      const hash = new OrderedHash();
      hash.addInteger(seed);
      hash.addText(text);
      addHashSums(sums, hash.sums());
    },
    merge: addHashSums,
    value: digestSums,
  };
}
