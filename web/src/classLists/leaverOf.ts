/** A student who may leave a class, as a key: the same student may be in two. */
export const leaverOf = (sourcedId: string, studentId: string): string => `${sourcedId} ${studentId}`;
