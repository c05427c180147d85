/** How many of something a test makes: so many, and in `npm run soak` many times that. */
export function soaked(count: number): number {
  return count * Number(process.env.GORGE_SOAK ?? 1);
}
