/** The environment, read and checked once. */
import { z } from "zod";

/** A school's system that whoever runs the installation lets it speak with. */
export interface SchoolService {
  /** What its collections begin with; also its name. */
  readonly base: string;
  /** Where it gives tokens. */
  readonly token: string;
}

const onThisMachine = ["localhost", "127.0.0.1", "[::1]"];

/** `base` or `base|token`; a secret is sent to both, so elsewhere than on this machine only over https. */
const SchoolServiceSetting = z.string().transform((setting, context): SchoolService => {
  const [base = "", token = `${base.replace(/\/+$/, "")}/token`] = setting.split("|");
  for (const address of [base, token]) {
    const url = URL.canParse(address) ? new URL(address) : null;
    const isSafe = url?.protocol === "https:" || (url?.protocol === "http:" && onThisMachine.includes(url.hostname));
    if (!isSafe) {
      context.addIssue({ code: "custom", message: `${address} must be an https address.` });
      return z.NEVER;
    }
  }
  return { base: base.replace(/\/+$/, ""), token };
});

const Environment = z.object({
  DATABASE_URL: z.string().startsWith("postgres", "DATABASE_URL must be a postgres:// address."),
  /** Past the pooler, for what a session holds (building indexes) and takes its time; DATABASE_URL where there is none. */
  DATABASE_DIRECT_URL: z.string().startsWith("postgres").optional(),
  /** transaction: DATABASE_URL is that of a pooler which gives a connection for one transaction at a time. */
  DATABASE_POOLER: z.enum(["none", "transaction"]).default("none"),
  /** What is said of this build beside the version. */
  BUILD_LABEL: z
    .string()
    .regex(/^[\w.-]{1,40}$/)
    .optional(),
  PORT: z.coerce.number().int().min(1).max(65535).default(4400),
  /** The address to listen on; 127.0.0.1 keeps the server private to a reverse proxy. */
  HOST: z.string().default("0.0.0.0"),
  DEMO: z.stringbool().default(false),
  /** In the demo: the moment at which this process believes to have been started, so that tests and pictures meet the same day. */
  DEMO_CLOCK: z.iso.datetime({ offset: true }).optional(),
  /** Whether anybody who reaches this server may make a department. */
  SIGN_UP: z.enum(["open", "closed"]).default("open"),
  /** How many reverse proxies stand before this process; their X-Forwarded headers are believed. */
  TRUST_PROXY: z.coerce.number().int().min(0).default(0),
  LOG_LEVEL: z.enum(["debug", "info", "warn", "error", "silent"]).default("info"),
  /** The file with the installation's key; made at the first start. All processes of an installation need the same one. */
  KEY_FILE: z.string().min(1).default(".data/key"),
  /** The operator's page and measurements, on this machine's own address only; without it there is none. */
  OPERATOR_PORT: z.coerce.number().int().min(1).max(65535).optional(),
  /** Schools' systems with which departments may exchange class lists and marks, parted by spaces; see docs/operating.md. */
  SCHOOL_SYSTEMS: z
    .string()
    .default("")
    .transform((text) => text.split(/\s+/).filter(Boolean))
    .pipe(z.array(SchoolServiceSetting)),
  POOL_SIZE: z.coerce.number().int().min(2).max(200).default(20),
});

export interface Config {
  readonly databaseUrl: string;
  readonly directUrl: string;
  readonly isPooled: boolean;
  /** Of the program, with the label of its build. */
  readonly version: string;
  readonly port: number;
  readonly host: string;
  readonly isDemo: boolean;
  /** In the demo: the moment to begin at. */
  readonly demoBegin: string | undefined;
  readonly maySignUp: boolean;
  readonly trustProxy: number;
  readonly logLevel: "debug" | "info" | "warn" | "error" | "silent";
  readonly poolSize: number;
  readonly keyFile: string;
  readonly operatorPort: number | undefined;
  readonly schoolServices: readonly SchoolService[];
}

/** @throws Error with one sentence per setting that is missing or wrong */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const parsed = Environment.safeParse(env);
  if (!parsed.success) {
    const faults = parsed.error.issues.map((issue) => `${issue.path.join(".")}: ${issue.message}`);
    throw new Error(`The environment is not complete. ${faults.join(" ")}`);
  }
  const {
    DATABASE_URL,
    DATABASE_DIRECT_URL,
    DATABASE_POOLER,
    BUILD_LABEL,
    PORT,
    HOST,
    DEMO,
    DEMO_CLOCK,
    SIGN_UP,
    TRUST_PROXY,
    LOG_LEVEL,
    POOL_SIZE,
    SCHOOL_SYSTEMS,
    KEY_FILE,
    OPERATOR_PORT,
  } = parsed.data;
  return {
    databaseUrl: DATABASE_URL,
    directUrl: DATABASE_DIRECT_URL ?? DATABASE_URL,
    isPooled: DATABASE_POOLER === "transaction",
    version: BUILD_LABEL === undefined ? version : `${version}+${BUILD_LABEL}`,
    port: PORT,
    host: HOST,
    isDemo: DEMO,
    demoBegin: DEMO ? DEMO_CLOCK : undefined,
    maySignUp: SIGN_UP === "open",
    trustProxy: TRUST_PROXY,
    logLevel: LOG_LEVEL,
    poolSize: POOL_SIZE,
    keyFile: KEY_FILE,
    operatorPort: OPERATOR_PORT,
    schoolServices: SCHOOL_SYSTEMS,
  };
}

/** The time of day; from a moment that is given it goes on as fast as any other clock. */
export function clockFrom(begin: string | undefined): () => Date {
  if (begin === undefined) return () => new Date();
  const ahead = Date.parse(begin) - Date.now();
  return () => new Date(Date.now() + ahead);
}

export const version = "0.1.0";
