/** A random id for an option: it must not follow the order, or it would give the key away. */
export const newOptionId = () => crypto.randomUUID().slice(0, 8);
