/** Which room may import which. Each rule is one sentence of docs/architecture.md. */
const at = (path) => ({ path });
const tests = "\\.test\\.tsx?$|/testing/";
module.exports = {
  forbidden: [
    { name: "no-cycles", severity: "error", from: {}, to: { circular: true, dependencyTypesNot: ["type-only"] } },
    { name: "core-is-pure", severity: "error", from: { path: "^core/", pathNot: tests }, to: { pathNot: "^core/" } },
    {
      name: "contract-knows-only-zod",
      severity: "error",
      from: { path: "^contract/", pathNot: tests },
      to: { pathNot: "^(contract/|core/|node_modules/zod/)" },
    },
    {
      name: "web-never-sees-server",
      severity: "error",
      from: at("^web/"),
      to: at("^(server/|node_modules/(express|kysely|pg)/)"),
    },
    {
      name: "server-never-sees-web",
      severity: "error",
      from: at("^server/"),
      to: at("^(web/|node_modules/(react|@mui|@reduxjs)/)"),
    },
    {
      name: "store-is-private-to-its-feature",
      severity: "error",
      from: { path: "^server/src/([^/]+)/" },
      to: { path: "^server/src/.+[sS]tore\\.ts$", pathNot: "^server/src/$1/" },
    },
    {
      name: "only-routes-know-express",
      severity: "error",
      from: { path: "^server/src/(?!platform/)[^/]+/", pathNot: "/routes\\.ts$" },
      to: at("^node_modules/(express|@types/express)/"),
    },
    {
      name: "only-stores-write-sql",
      severity: "error",
      from: { path: "^server/src/(?!platform/|migrations/)[^/]+/", pathNot: ["[sS]tore\\.ts$", tests] },
      to: at("^node_modules/(kysely|pg)/"),
    },
    {
      name: "features-meet-through-api",
      severity: "error",
      from: {
        path: "^web/src/(bank|many|stimuli|media|review|writing|coverage|sharing|standards|courses|paths|marks|plan|assembly|delivery|insight|exchange|team|today)/",
      },
      to: {
        path: "^web/src/(bank|many|stimuli|media|review|writing|coverage|sharing|standards|courses|paths|marks|plan|assembly|delivery|insight|exchange|team|today|student|shell)/",
        // Pieces that several features show in the same way.
        pathNot: [
          "^web/src/$1/",
          "/api\\.ts$",
          "^web/src/(standards/TopicField|stimuli/StimulusField|review/CommentsPanel|insight/FiguresPanel|paths/PathsPanel)\\.tsx$",
          "^web/src/bank/(difference/Difference|editor/ContentEditor|editor/EditorDesk)\\.tsx$|^web/src/bank/difference/fieldNames\\.ts$",
        ],
      },
    },
    {
      name: "students-page-is-light",
      severity: "error",
      from: { path: "^web/src/(student|player|ui|platform)/", pathNot: [tests, "routesSource\\.ts$"] },
      to: { path: "^(node_modules/(zod|@tiptap)/|contract/(?!src/problemCodes))", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "no-node-in-core",
      severity: "error",
      from: { path: "^core/", pathNot: tests },
      to: { dependencyTypes: ["core"] },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(core|contract|server|web)/dist/" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "types", "node", "default"],
      extensions: [".ts", ".tsx", ".js", ".mjs", ".json"],
    },
  },
};
