type Parts = Record<string, unknown>;

/**
 * Whether two things are the same in all their parts. Parts that are the same object are not looked into; rows of numbers are
 * the same only when they are one object.
 */
export function isAlike(one: unknown, other: unknown): boolean {
  if (one === other) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || !one || !other || ArrayBuffer.isView(one)) return false;
  if (Array.isArray(one))
    return (
      Array.isArray(other) && one.length === other.length && one.every((part, index) => isAlike(part, other[index]))
    );
  const names = Object.keys(one);
  return (
    names.length === Object.keys(other).length &&
    names.every((name) => name in other && isAlike((one as Parts)[name], (other as Parts)[name]))
  );
}
