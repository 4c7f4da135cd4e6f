import type { Plugin } from "esbuild";

export declare const thirdPartyStaysOutside: Plugin;
