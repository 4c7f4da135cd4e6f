/** Types of tables.mjs, which runs as the other checks do. */
export declare const debts: Readonly<Record<string, readonly string[]>>;
export declare function tablesWritten(text: string, known: ReadonlySet<string>, mayInsert?: boolean): Set<string>;
export declare function knownTables(platform: string): Set<string>;
export declare function checkTables(source: string): string[];
export declare function circlesOf(edges: readonly (readonly [string, string])[]): string[];
