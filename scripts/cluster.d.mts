/** Types of cluster.mjs, which is plain JavaScript so that it runs before anything is installed. */
export interface Cluster {
  readonly url: (database: string) => string;
  readonly createDatabase: (name: string) => void;
  readonly stop: () => Promise<void>;
}
export declare function startCluster(options: { folder: string; durable: boolean }): Promise<Cluster>;
export declare function freePort(): Promise<number>;
