/** What each engine of a district is told, as text; JSON where an engine reads YAML, of which it is a part. */

/** One node of the database: a PostgreSQL that Patroni starts, watches and makes primary or standby. */
export interface Node {
  readonly name: string;
  readonly postgresPort: number;
  readonly patroniPort: number;
  /** Holds data, configuration and logs of this node. */
  readonly folder: string;
}

export interface Keeper {
  readonly name: string;
  readonly clientPort: number;
  readonly peerPort: number;
}

export interface AppProcess {
  readonly name: string;
  readonly port: number;
  readonly operatorPort: number;
}

export interface Ports {
  /** Where people and browsers come in. */
  readonly pages: number;
  /** The pooler: what the application is given as its database. */
  readonly pooler: number;
  /** Whichever node is primary. */
  readonly primary: number;
}

export interface Plan {
  readonly folder: string;
  readonly postgresBin: string;
  readonly password: string;
  readonly nodes: readonly Node[];
  readonly keepers: readonly Keeper[];
  readonly apps: readonly AppProcess[];
  readonly ports: Ports;
}

export const role = "verdant";
export const database = "verdant";

const here = (port: number) => `127.0.0.1:${String(port)}`;

/** A district on one machine, with ports from `base` on. */
export function planDistrict(folder: string, postgresBin: string, password: string, base: number): Plan {
  const three = [0, 1, 2];
  return {
    ...{ folder, postgresBin, password },
    ports: { pages: base, pooler: base + 1, primary: base + 2 },
    apps: three.map((i) => ({ name: `app${String(i + 1)}`, port: base + 10 + i, operatorPort: base + 20 + i })),
    nodes: three.map((i) => ({
      name: `pg${String(i + 1)}`,
      postgresPort: base + 30 + i,
      patroniPort: base + 40 + i,
      folder: `${folder}/pg${String(i + 1)}`,
    })),
    keepers: three.map((i) => ({
      name: `etcd${String(i + 1)}`,
      clientPort: base + 50 + i,
      peerPort: base + 60 + i,
    })),
  };
}

/** Arguments of one etcd: three of them agree on who is primary, and go on with two. */
export function etcdArguments({ folder, keepers }: Plan, keeper: Keeper): string[] {
  const peers = keepers.map((one) => `${one.name}=http://${here(one.peerPort)}`).join(",");
  const [client, peer] = [`http://${here(keeper.clientPort)}`, `http://${here(keeper.peerPort)}`];
  return [
    ...["--name", keeper.name, "--data-dir", `${folder}/${keeper.name}`, "--logger", "zap", "--log-level", "warn"],
    ...["--listen-client-urls", client, "--advertise-client-urls", client],
    ...["--listen-peer-urls", peer, "--initial-advertise-peer-urls", peer],
    ...["--initial-cluster", peers, "--initial-cluster-state", "new", "--auto-compaction-retention", "1"],
  ];
}

/** The longest that a primary may be silent before another is chosen, in seconds; Patroni allows no less. */
const silence = 20;

/**
 * One node for Patroni. A commit is acknowledged when a standby has it too (`synchronous_mode`), or not at all
 * (`_strict`): what was acknowledged is there after the primary is lost.
 */
export function patroniConfig(plan: Plan, node: Node): string {
  const { password, postgresBin, keepers } = plan;
  const account = (username: string) => ({ username, password });
  return JSON.stringify(
    {
      scope: "verdant",
      name: node.name,
      restapi: { listen: here(node.patroniPort), connect_address: here(node.patroniPort) },
      etcd3: { hosts: keepers.map((one) => here(one.clientPort)) },
      bootstrap: {
        dcs: {
          ttl: silence,
          loop_wait: 3,
          retry_timeout: 5,
          maximum_lag_on_failover: 1048576,
          synchronous_mode: true,
          synchronous_mode_strict: true,
          postgresql: {
            use_pg_rewind: true,
            use_slots: true,
            parameters: {
              max_connections: 120,
              shared_buffers: "128MB",
              jit: "off",
              wal_keep_size: "256MB",
              max_wal_size: "512MB",
              archive_mode: "on",
              archive_timeout: "60s",
            },
          },
        },
        initdb: [
          { encoding: "UTF8" },
          { "locale-provider": "icu" },
          { "icu-locale": "en-u-kn-true" },
          { "lc-ctype": "C.UTF-8" },
          { "lc-collate": "C.UTF-8" },
          "data-checksums",
        ],
      },
      postgresql: {
        listen: here(node.postgresPort),
        connect_address: here(node.postgresPort),
        data_dir: `${node.folder}/data`,
        bin_dir: postgresBin,
        pgpass: `${node.folder}/pgpass`,
        authentication: {
          superuser: account("postgres"),
          replication: account("replicator"),
          rewind: account("rewinder"),
        },
        parameters: {
          unix_socket_directories: node.folder,
          archive_command: `pgbackrest --config=${backupConfigPath(node)} --stanza=verdant archive-push %p`,
        },
        pg_hba: [
          "local all all trust",
          "host all all 127.0.0.1/32 scram-sha-256",
          "host replication replicator 127.0.0.1/32 scram-sha-256",
        ],
      },
      tags: { nofailover: false, noloadbalance: false, clonefrom: false },
    },
    null,
    2,
  );
}

export const backupConfigPath = (node: Node) => `${node.folder}/pgbackrest.conf`;

/** Backups and the journal of this node, in the repository that all share. */
export function backupConfig({ folder }: Plan, node: Node): string {
  return `[global]
repo1-path=${folder}/backups
repo1-retention-full=2
log-path=${node.folder}
lock-path=${node.folder}/lock
spool-path=${node.folder}/spool
log-level-console=warn
log-level-file=info
start-fast=y
archive-timeout=30

[verdant]
pg1-path=${node.folder}/data
pg1-port=${String(node.postgresPort)}
pg1-socket-path=${node.folder}
pg1-user=postgres
`;
}

/**
 * A connection is given for one transaction at a time. This version forgets prepared statements between them, so the
 * application sends none by name (DATABASE_POOLER); its time-outs belong to the role.
 */
export function poolerConfig({ folder, ports }: Plan): string {
  return `[databases]
${database} = host=127.0.0.1 port=${String(ports.primary)} dbname=${database} user=${role}

[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${String(ports.pooler)}
unix_socket_dir =
auth_type = plain
auth_file = ${folder}/pooler-users.txt
pool_mode = transaction
max_client_conn = 1000
default_pool_size = 40
ignore_startup_parameters = extra_float_digits
server_login_retry = 1
server_connect_timeout = 3
server_check_delay = 5
query_wait_timeout = 20
server_reset_query =
`;
}

export const poolerUsers = ({ password }: Plan) => `"${role}" "${password}"\n`;

/** People's way in, over the processes that serve; and the application's way to whichever node is primary. */
export function proxyConfig({ folder, ports, apps, nodes }: Plan): string {
  return `global
  maxconn 2000
  stats socket ${folder}/proxy.sock mode 600 level admin
  log ${here(0).split(":")[0] ?? ""} local0 notice

defaults
  timeout connect 3s
  timeout client 60s
  timeout server 60s
  timeout queue 20s

frontend pages
  mode http
  bind ${here(ports.pages)}
  option forwardfor
  http-request set-header X-Forwarded-Proto http
  default_backend apps

backend apps
  mode http
  balance leastconn
  option httpchk GET /api/health
  # A process that waits for its database says so itself, with when to come again; it is not taken out for that.
  http-check expect rstatus ^(200|503)$
  # Only what never reached a process is sent to another.
  retries 3
  option redispatch 1
  retry-on conn-failure
  default-server inter 1s fall 3 rise 1 maxconn 200
${apps.map((app) => `  server ${app.name} ${here(app.port)} check`).join("\n")}

listen primary
  mode tcp
  bind ${here(ports.primary)}
  timeout client 0
  timeout server 0
  option httpchk OPTIONS /primary
  http-check expect status 200
  default-server inter 1s fall 2 rise 1 on-marked-down shutdown-sessions
${nodes.map((node) => `  server ${node.name} ${here(node.postgresPort)} check port ${String(node.patroniPort)}`).join("\n")}
`;
}

/** The environment of one application process. */
export function appEnvironment(plan: Plan, app: AppProcess, label: string): Record<string, string> {
  const { folder, password, ports } = plan;
  const address = (port: number) => `postgres://${role}:${password}@${here(port)}/${database}`;
  return {
    DATABASE_URL: address(ports.pooler),
    DATABASE_POOLER: "transaction",
    DATABASE_DIRECT_URL: address(ports.primary),
    BUILD_LABEL: label,
    PORT: String(app.port),
    HOST: "127.0.0.1",
    OPERATOR_PORT: String(app.operatorPort),
    KEY_FILE: `${folder}/key`,
    TRUST_PROXY: "1",
    POOL_SIZE: "12",
    LOG_LEVEL: "warn",
    DEMO: "1",
  };
}
