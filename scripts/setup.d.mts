/** Types of setup.mjs, which is plain JavaScript so that it runs before anything is installed. */
export declare const root: string;
/** Where the programs of PostgreSQL are; undefined when it is not installed. */
export declare function postgresBin(): string | undefined;
export declare function chromiumPath(): string | undefined;
