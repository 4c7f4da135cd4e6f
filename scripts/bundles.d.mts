export const budgets: readonly { readonly name: string; readonly entry: string; readonly most: number }[];
export function sizeOf(entry: string): number;
