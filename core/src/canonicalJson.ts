/** `value` as JSON whatever the order of its keys, which a database need not keep; what is undefined is absent. */
export const canonicalJson = (value: unknown): string =>
  JSON.stringify(value, (_, inner: unknown) =>
    typeof inner === "object" && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
