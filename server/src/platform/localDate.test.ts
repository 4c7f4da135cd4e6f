import { describe, expect, test } from "vitest";
import { beginOfDay, dayAfter, localDateOf } from "./localDate.ts";

describe("a day begins where the class is", () => {
  test.each([
    ["2031-02-05", "Europe/London", "2031-02-05T00:00:00.000Z"],
    ["2031-07-05", "Europe/London", "2031-07-04T23:00:00.000Z"],
    ["2031-02-05", "Pacific/Kiritimati", "2031-02-04T10:00:00.000Z"],
    ["2031-02-05", "Pacific/Pago_Pago", "2031-02-05T11:00:00.000Z"],
    ["2031-02-05", "Asia/Kathmandu", "2031-02-04T18:15:00.000Z"],
    // The clocks change on these days.
    ["2031-03-30", "Europe/London", "2031-03-30T00:00:00.000Z"],
    ["2031-10-26", "Europe/London", "2031-10-25T23:00:00.000Z"],
    // Here midnight itself is left out on the day of the change.
    ["2030-09-08", "America/Santiago", "2030-09-08T04:00:00.000Z"],
    ["2028-02-29", "Europe/London", "2028-02-29T00:00:00.000Z"],
  ])("%s in %s", (date, zone, moment) => {
    const begin = beginOfDay(date, zone);
    expect(begin.toISOString()).toBe(moment);
    expect(localDateOf(new Date(begin.getTime() - 60_000), zone) < date).toBe(true);
  });

  test("a day after an evening is the next morning, not the next evening", () => {
    const handedIn = new Date("2031-02-05T21:30:00Z");
    expect(dayAfter(handedIn, 1, "Europe/London").toISOString()).toBe("2031-02-06T00:00:00.000Z");
    expect(dayAfter(handedIn, 7, "America/New_York").toISOString()).toBe("2031-02-12T05:00:00.000Z");
  });
});
