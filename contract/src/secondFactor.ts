/** The second factor of staff: after the password a code from an app (TOTP, RFC 6238), or one of ten codes on paper. */
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { Done, Id } from "./wire.ts";

/** A code as people write it: six digits of the app, or a recovery code, with spaces and hyphens as they like. */
export const Code = z.string().trim().min(6, "codeDigits").max(40);

const Password = z.string().min(1, "passwordMissing").max(200);
/** Shown once; each works once. */
const Codes = z.object({ codes: z.array(z.string()) });

export const showSecondFactor = endpoint({
  method: "get",
  path: "/account/second-factor",
  access: "account",
  summary:
    "Whether one's own second factor is on, whether the department asks for it, and how many recovery codes are left.",
  result: z.object({ isOn: z.boolean(), isAsked: z.boolean(), codesLeft: z.int() }),
});

export const beginSecondFactor = endpoint({
  method: "put",
  path: "/account/second-factor/secret",
  access: "account",
  summary: "Makes the secret for an app. Nothing is on before a code of that app was given.",
  body: z.object({ password: Password }),
  result: z.object({
    /** otpauth://, as apps read it from a picture. */
    uri: z.string(),
    /** The same for typing. */
    secret: z.string(),
  }),
});

export const confirmSecondFactor = endpoint({
  method: "put",
  path: "/account/second-factor",
  access: "account",
  summary: "Turns the second factor on with a first code of the app; answers with the recovery codes.",
  body: z.object({ code: Code }),
  result: Codes,
});

export const renewRecoveryCodes = endpoint({
  method: "put",
  path: "/account/second-factor/codes",
  access: "account",
  summary: "Makes new recovery codes; the earlier ones no longer work.",
  body: z.object({ password: Password }),
  result: Codes,
});

export const endSecondFactor = endpoint({
  method: "put",
  path: "/account/second-factor/off",
  access: "account",
  summary: "Turns one's own second factor off, unless the department asks for it.",
  body: z.object({ password: Password }),
  result: Done,
});

export const askSecondFactor = endpoint({
  method: "put",
  path: "/department/second-factor",
  access: "lead",
  summary: "Asks all staff for a second factor, or no longer. Who asks has one.",
  body: z.object({ isAsked: z.boolean() }),
  result: Done,
});

export const resetSecondFactor = endpoint({
  method: "delete",
  path: "/members/:personId/second-factor",
  access: "lead",
  summary:
    "Turns a colleague's second factor off, who has lost app and codes. Not for who belongs to other departments too.",
  params: z.object({ personId: Id }),
  result: Done,
});

export const secondFactorEndpoints = {
  showSecondFactor,
  beginSecondFactor,
  confirmSecondFactor,
  renewRecoveryCodes,
  endSecondFactor,
  askSecondFactor,
  resetSecondFactor,
};
