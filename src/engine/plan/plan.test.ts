import ICAL from "ical.js";
import { extractText, getDocumentProxy } from "unpdf";
import type { OutingDetail, Shot } from "@/db/outings";
import { siteAt } from "../newSite";
import { planCalendar } from "./calendar";
import { planJson } from "./planJson";
import { plannedNight } from "./plannedNight";
import { sheetPdf } from "./sheetPdf";

const created = new Date("2026-10-01T00:00:00Z");
const shot = (id: string, name: string, beginsAt: Date | null): Shot => ({
  id,
  name,
  beginsAt,
  outingId: "o",
  position: 1,
  intent: "light-trails",
  minutes: 12,
  walkMinutes: 6,
  setupMinutes: 4,
  deletedAt: null,
  scene: null,
  aim: null,
  camera: null,
  own: null,
  beforeRun: null,
  createdAt: created,
  recipeLine: "20 x 0.5s every 1s | iso 50 | nd 8 -> lighten",
});
const outing = (shots: readonly Shot[]): OutingDetail => ({
  outing: { id: "o", siteId: "s", name: "Quay; first, try", date: "2026-10-24", overrides: null, createdAt: created },
  site: {
    ...siteAt({ name: "Ossary Quay", latitudeDeg: 53.86, longitudeDeg: -3.42 }),
    id: "s",
    hazards: "No railing.",
    access: "",
    deletedAt: null,
    createdAt: created,
  },
  shots,
});
const kit = { phones: [], clipOns: [], filters: [] };
const early = new Date("2026-10-24T17:10:00Z");
const late = new Date("2026-10-24T18:30:00Z");

describe("what is taken along", () => {
  const night = plannedNight(
    outing([shot("b", "Second", late), shot("a", "First", early), shot("c", "Unplaced", null)]),
    kit,
  )!;

  it("holds the placed shots in the order of the night, with windows, reasons and cautions", () => {
    expect(night.shots.map(({ shot: { name } }) => name)).toEqual(["First", "Second"]);
    const [first] = night.shots;
    expect(first?.cost.seconds).toBeCloseTo(19.62, 9);
    expect(first?.windows.map(({ kind }) => kind)).toContain("golden");
    expect(first?.reasons.length).toBeGreaterThan(3);
    expect(first?.cautions[0]).toBe("No railing.");
  });

  it("is none for loose files, and leaves out shots of another night", () => {
    expect(plannedNight({ ...outing([]), site: null }, kit)).toBeNull();
    expect(plannedNight(outing([shot("a", "First", new Date("2027-01-01T00:00:00Z"))]), kit)?.shots).toEqual([]);
  });

  it("is a calendar that an independent reader opens, with an alarm before one must leave", () => {
    const calendar = new ICAL.Component(ICAL.parse(planCalendar(night)));
    const [event, second] = calendar.getAllSubcomponents("vevent");
    const read = new ICAL.Event(event!);
    expect([read.summary, read.startDate.toJSDate()]).toEqual(["First", early]);
    expect(read.endDate.toJSDate().getTime() - early.getTime()).toBe(12 * 60_000);
    expect(read.description).toContain("iso 50 | nd 8");
    const trigger = event!.getFirstSubcomponent("valarm")?.getFirstPropertyValue("trigger");
    expect(String(trigger)).toBe("-PT25M");
    expect(new ICAL.Event(second!).uid).not.toBe(read.uid);
  });

  it("is a sheet of two pages a shot after an overview: its settings, and its pictures", async () => {
    const pdf = await getDocumentProxy(await sheetPdf(night));
    expect(pdf.numPages).toBe(5);
    const { text } = await extractText(pdf, { mergePages: false });
    // Each shot's lights are named on its scale.
    for (const { shot, lights } of night.shots)
      for (const { of } of lights?.scale.lights ?? [])
        expect(text.find((page) => page.includes(shot.name) && page.includes("Before you press"))).toContain(
          lights!.nameOf(of),
        );
    expect(text[0]).toContain("sunset");
    expect(text[1]).toContain("18:10 to 18:22");
    expect(text[2]).toContain("Moon");
    expect(text[2]).toMatch(/Press 0[.]12 s before it comes in/);
    expect(text[2]).toContain("Not aimed yet.");
    expect(text[2]).toContain("good");
    expect(text[3]).toContain("then fuse: lighten");
    expect(text.join(" ")).toContain("Local rules come first");
  });

  it("is a sheet that says so when nothing is placed", async () => {
    const pdf = await getDocumentProxy(await sheetPdf(plannedNight(outing([]), kit)!));
    expect((await extractText(pdf, { mergePages: true })).text).toContain("No shot stands on this night yet");
  });

  it("is plain data with instants in UTC", () => {
    const data = JSON.parse(JSON.stringify(planJson(night)));
    expect(data.shots[0]).toMatchObject({
      name: "First",
      begin: early.toISOString(),
      recipe: "20 x 0.5s every 1s | iso 50 | nd 8 -> lighten",
    });
    expect(data.sun.sunset).toMatch(/^2026-10-24T16:/);
  });
});
