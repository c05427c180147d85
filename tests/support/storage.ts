/** What a browser keeps, without a browser; it holds so many characters at most. */
export function memoryStorage(first: Record<string, string> = {}, most = Infinity): Storage {
  const kept = new Map(Object.entries(first));
  return {
    get length() {
      return kept.size;
    },
    key: (index: number) => [...kept.keys()][index] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      const others = [...kept].reduce((sum, [own, text]) => sum + (own === key ? 0 : text.length), 0);
      if (others + value.length > most) throw new Error('There is no room left.');
      kept.set(key, value);
    },
    removeItem: (key: string) => void kept.delete(key),
    clear: () => kept.clear(),
  };
}
