/** Types of say.mjs, which is plain JavaScript so that it runs before anything is installed. */
export declare const say: (text: string) => void;
export declare class Obstacle extends Error {}
export declare function run(main: () => Promise<void>): void;
