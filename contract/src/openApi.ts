/** The published description of the interface (OpenAPI 3.1), written from the endpoints themselves. */
import { z } from "zod";
import type { Endpoint } from "./endpoint.ts";
import { endpoints } from "./endpoints.ts";
import { Problem } from "./problem.ts";

const schemaOf = (schema: z.ZodType, io: "input" | "output") => z.toJSONSchema(schema, { io, unrepresentable: "any" });

/** Query parameters and path parameters of one endpoint. */
function parametersOf(endpoint: Endpoint) {
  const from = (schema: z.ZodObject | undefined, place: "path" | "query") =>
    Object.entries(schema?.shape ?? {}).map(([name, one]) => ({
      name,
      in: place,
      required: place === "path" || !(one as z.ZodType).safeParse(undefined).success,
      schema: schemaOf(one as z.ZodType, "input"),
    }));
  return [...from(endpoint.params, "path"), ...from(endpoint.query, "query")];
}

export function openApi(version: string) {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, endpoint] of Object.entries<Endpoint>(endpoints)) {
    const path = `/api${endpoint.path.replaceAll(/:(\w+)/g, "{$1}")}`;
    (paths[path] ??= {})[endpoint.method] = {
      operationId: name,
      summary: endpoint.summary,
      "x-access": endpoint.access,
      parameters: parametersOf(endpoint),
      ...(endpoint.body && {
        requestBody: { required: true, content: { "application/json": { schema: schemaOf(endpoint.body, "input") } } },
      }),
      responses: {
        200: { description: "Done.", content: { "application/json": { schema: schemaOf(endpoint.result, "output") } } },
        default: {
          description: "A problem (RFC 9457).",
          content: { "application/problem+json": { schema: schemaOf(Problem, "output") } },
        },
      },
    };
  }
  return { openapi: "3.1.0", info: { title: "Verdant Loop", version }, paths };
}
