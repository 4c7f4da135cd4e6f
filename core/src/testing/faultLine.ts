import type { Fault } from "../items/kind.ts";

/** "pairOpen 2": a fault as a test reads it. */
export const faultLine = ({ code, terms = {} }: Fault): string => [code, ...Object.values(terms)].join(" ");
