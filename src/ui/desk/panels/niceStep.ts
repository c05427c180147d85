/** A step of a slider or field that makes about fifty to a hundred of its range. */
export function niceStep(span: number): number {
  const power = 10 ** Math.floor(Math.log10(span / 50));
  return span / power / 50 > 5 ? power * 5 : power;
}
