/** What the engines are told must hold together: each is reached where the next one looks for it. */
import { describe, expect, test } from "vitest";
import {
  appEnvironment,
  backupConfig,
  backupConfigPath,
  etcdArguments,
  patroniConfig,
  planDistrict,
  poolerConfig,
  poolerUsers,
  proxyConfig,
} from "./configs.ts";

const plan = planDistrict("/somewhere/district", "/usr/lib/postgresql/15/bin", "secret", 5000);
const patroni = plan.nodes.map(
  (node) =>
    JSON.parse(patroniConfig(plan, node)) as {
      name: string;
      restapi: { listen: string };
      etcd3: { hosts: string[] };
      bootstrap: {
        dcs: {
          ttl: number;
          loop_wait: number;
          retry_timeout: number;
          synchronous_mode: boolean;
          synchronous_mode_strict: boolean;
        };
      };
      postgresql: { listen: string; data_dir: string; parameters: Record<string, string> };
    },
);
const proxy = proxyConfig(plan);

describe("a district", () => {
  test("no two listen at one place, and all listen on this machine only", () => {
    const { pages, pooler, primary } = plan.ports;
    const ports = [
      ...[pages, pooler, primary],
      ...plan.apps.flatMap((app) => [app.port, app.operatorPort]),
      ...plan.nodes.flatMap((node) => [node.postgresPort, node.patroniPort]),
      ...plan.keepers.flatMap((keeper) => [keeper.clientPort, keeper.peerPort]),
    ];
    expect(new Set(ports).size).toBe(ports.length);
    const texts = [
      ...patroni.map((one) => JSON.stringify(one)),
      ...[proxy, poolerConfig(plan), ...plan.keepers.map((one) => etcdArguments(plan, one).join(" "))],
    ].join("\n");
    expect(texts).not.toMatch(/0\.0\.0\.0|\*:|localhost/);
  });

  test("the pages come to the processes, the processes by the pooler to the primary, the proxy by Patroni's word to the node", () => {
    for (const app of plan.apps) {
      expect(proxy).toContain(`server ${app.name} 127.0.0.1:${String(app.port)} check`);
      const env = appEnvironment(plan, app, "label");
      expect(env).toMatchObject({ PORT: String(app.port), DATABASE_POOLER: "transaction", TRUST_PROXY: "1" });
      expect(new URL(env["DATABASE_URL"] ?? "").port).toBe(String(plan.ports.pooler));
      expect(new URL(env["DATABASE_DIRECT_URL"] ?? "").port).toBe(String(plan.ports.primary));
    }
    expect(new Set(plan.apps.map((app) => appEnvironment(plan, app, "x")["KEY_FILE"])).size).toBe(1);
    expect(poolerConfig(plan)).toContain(`port=${String(plan.ports.primary)}`);
    expect(poolerUsers(plan)).toBe('"verdant" "secret"\n');
    for (const [i, node] of plan.nodes.entries()) {
      expect(patroni[i]?.postgresql.listen).toBe(`127.0.0.1:${String(node.postgresPort)}`);
      expect(patroni[i]?.restapi.listen).toBe(`127.0.0.1:${String(node.patroniPort)}`);
      expect(proxy).toContain(
        `server ${node.name} 127.0.0.1:${String(node.postgresPort)} check port ${String(node.patroniPort)}`,
      );
    }
  });

  test("a commit waits for a standby always, and a lost primary is noticed within the half minute that is promised", () => {
    for (const { bootstrap } of patroni) {
      const { ttl, loop_wait, retry_timeout, ...rest } = bootstrap.dcs;
      expect(rest).toMatchObject({ synchronous_mode: true, synchronous_mode_strict: true });
      // Patroni refuses less, and a primary that cannot renew in time would step down for nothing.
      expect(ttl).toBeGreaterThanOrEqual(loop_wait + 2 * retry_timeout);
      expect(ttl + 2 * loop_wait).toBeLessThanOrEqual(30);
    }
  });

  test("each node archives with its own configuration, all into one repository, and every keeper is known to all", () => {
    for (const [i, node] of plan.nodes.entries()) {
      const config = backupConfig(plan, node);
      expect(config).toContain(`pg1-path=${patroni[i]?.postgresql.data_dir ?? ""}`);
      expect(config).toContain("repo1-path=/somewhere/district/backups");
      expect(patroni[i]?.postgresql.parameters["archive_command"]).toContain(`--config=${backupConfigPath(node)} `);
      expect(patroni[i]?.etcd3.hosts).toEqual(plan.keepers.map((one) => `127.0.0.1:${String(one.clientPort)}`));
    }
    for (const keeper of plan.keepers)
      for (const other of plan.keepers)
        expect(etcdArguments(plan, keeper).join(" ")).toContain(
          `${other.name}=http://127.0.0.1:${String(other.peerPort)}`,
        );
  });
});
