/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { type KitReply, kitFile, phoneRequest } from "@/contracts/kit";
import { completedProfile } from "@/contracts/olderPhone";
import { GENERIC_PHONE, type PhoneProfile } from "@/core/camera";
import { sendJson } from "@/features/api/client";
import { giveFile, settled, show } from "@/ui/testing/show";
import { AssumedFigures } from "./AssumedFigures";
import { KitFile } from "./KitFile";
import { PhoneForm } from "./PhoneForm";
import { durationsIn, measuredShuttersIn, numbersIn } from "./readList";
import { SmallKit } from "./SmallKit";

jest.mock("@/features/api/client", () => ({ ...jest.requireActual("@/features/api/client"), sendJson: jest.fn() }));
const sent = jest.mocked(sendJson);

const id = () => crypto.randomUUID();
const kit: KitReply = {
  phones: [],
  filters: [{ id: id(), name: "Eight", notation: "factor", value: 8 }],
  clipOns: [{ id: id(), name: "Tele", focalFactor: 2, lossStops: 0.3, vignettingStops: 1.2 }],
  supports: [{ id: id(), name: "Shoe", kind: "tripod", settleSeconds: 0.2, gustPxPerMps: 0.02 }],
  figures: [{ id: id(), name: "battery-hour", value: 9 }],
};
const fill = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

beforeEach(() => {
  sent.mockReset();
  sent.mockResolvedValue({});
});

describe("a kit file of an earlier version", () => {
  it("opens, and names what it lacks", () => {
    const { name, profile } = GENERIC_PHONE;
    const { writeSeconds: _seconds, ...older } = profile;
    const [phone] = kitFile.parse({ phones: [{ name, profile: older }], filters: [] }).phones;
    expect(phone!.profile).toEqual({ ...profile, assumed: ["writeSeconds"] });
    expect(kitFile.safeParse({ phones: [{ name, profile: null }, "phone"], filters: [] }).success).toBe(false);
  });
});

describe("small things of the kit", () => {
  it("are shown with what they do", () => {
    show(<SmallKit kit={kit} />);
    expect(screen.getByText("3.0 stops, ×8")).toBeTruthy();
    expect(screen.getByText("×2, \u22120.3 stops, corners \u22121.2")).toBeTruthy();
    expect(screen.getByText("tripod, 0.2 s, 0.02 px")).toBeTruthy();
  });

  it.each([
    ["od 0.9", { notation: "density", value: 0.9 }],
    ["ND64", { notation: "factor", value: 64 }],
    ["2.5 stops", { notation: "stops", value: 2.5 }],
  ])("take a filter written %s", async (text, filter) => {
    show(<SmallKit kit={kit} />);
    fill("Name of the filter", "Sunglasses");
    fill("Strength of the filter", text);
    press("Add the filter");
    await waitFor(() => expect(sent).toHaveBeenCalled());
    expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["PUT", "/api/kit/filters", { name: "Sunglasses", ...filter }]);
  });

  it("keep what was typed wrong and say what to write", async () => {
    show(<SmallKit kit={kit} />);
    fill("Name of the filter", "Dark");
    fill("Strength of the filter", "very");
    press("Add the filter");
    expect(await screen.findByText("Write its strength as nd 8, 3 stops or od 0.9.")).toBeTruthy();
    fill("Name of the clip-on", "Macro");
    fill("Focal factor of the clip-on", "0");
    press("Add the clip-on");
    expect(await screen.findByText("The focal factor goes from 0.05 to 30.")).toBeTruthy();
    press("Add the support");
    expect(await screen.findByText("Give it a name.")).toBeTruthy();
    expect(sent).not.toHaveBeenCalled();
  });

  it("are changed by choosing one, with the old one back on undo", async () => {
    show(<SmallKit kit={kit} />);
    press("Change Shoe");
    fill("Kind of the support", "stick");
    fill("Settling, s of the support", "1,1");
    press("Save the support");
    const shoe = { name: "Shoe", kind: "stick", settleSeconds: 1.1, gustPxPerMps: 0.02 };
    const was = { name: "Shoe", kind: "tripod", settleSeconds: 0.2, gustPxPerMps: 0.02 };
    await waitFor(() =>
      expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["PUT", "/api/kit/supports", { ...shoe, was }]),
    );
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() =>
      expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["PUT", "/api/kit/supports", { ...was, was: shoe }]),
    );
  });

  it("are taken out, and back on undo", async () => {
    show(<SmallKit kit={kit} />);
    press("Delete Tele");
    await waitFor(() =>
      expect(sent.mock.lastCall?.slice(0, 2)).toEqual(["DELETE", `/api/kit/clipOns/${kit.clipOns[0]!.id}`]),
    );
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    const tele = { name: "Tele", focalFactor: 2, lossStops: 0.3, vignettingStops: 1.2 };
    await waitFor(() => expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["PUT", "/api/kit/clipOns", tele]));
  });
});

describe("a phone's form", () => {
  const form = (profile: PhoneProfile = GENERIC_PHONE.profile) => {
    const onSave = jest.fn();
    const onDelete = jest.fn();
    show(<PhoneForm phone={{ name: "Mine", profile } as never} onSave={onSave} onDelete={onDelete} />);
    return { onSave, onDelete };
  };

  it("names what the usual phone stands for, which is so no more once it is saved", async () => {
    const { bits: _bits, ...lens } = GENERIC_PHONE.profile.lenses[1]!;
    const { shutterLagSeconds: _lag, ...older } = GENERIC_PHONE.profile;
    const profile = completedProfile({ ...older, lenses: [GENERIC_PHONE.profile.lenses[0], lens] }) as PhoneProfile;
    const { onSave } = form(profile);
    expect(screen.getByRole("note").textContent).toMatch(/Shutter lag, s; Bits of the lens ultra-wide\. The usual/);
    press("Save");
    await waitFor(() => expect(onSave).toHaveBeenCalled());
    const saved = phoneRequest.parse(onSave.mock.lastCall[0]).profile;
    expect(saved.assumed).toBeUndefined();
    expect([saved.shutterLagSeconds, saved.lenses[1]!.bits]).toEqual([
      GENERIC_PHONE.profile.shutterLagSeconds,
      GENERIC_PHONE.profile.lenses[1]!.bits,
    ]);
  });

  it("gives back what it was given when nothing was changed", async () => {
    const { onSave } = form();
    press("Save");
    await waitFor(() => expect(onSave).toHaveBeenCalled());
    expect(onSave.mock.lastCall[0].profile.lenses).toEqual(GENERIC_PHONE.profile.lenses);
    const { shutterLadder, ...rest } = onSave.mock.lastCall[0].profile;
    const { shutterLadder: given, lenses: _, ...other } = GENERIC_PHONE.profile;
    expect(rest).toMatchObject(other);
    for (const [i, seconds] of shutterLadder.entries()) expect(seconds).toBeCloseTo(given[i]!, 6);
  });

  it("adds a lens from the usual ones, names it anew, changes it, and takes one out", async () => {
    const { onSave } = form();
    press("Add a lens");
    const like = await screen.findByRole("menuitem", { name: "like the usual tele" });
    await settled(() => fireEvent.pointerMove(like));
    await settled(() => fireEvent.click(like));
    expect((await screen.findByRole("button", { name: "tele 2" })).getAttribute("aria-pressed")).toBe("true");
    fill("f-numbers", "2.8, 4");
    fill("Focal length, mm", "15");
    press("Save");
    await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
    const added = onSave.mock.lastCall[0].profile.lenses.at(-1);
    expect(added).toMatchObject({ name: "tele 2", fNumbers: [2.8, 4], focalLengthMm: 15 });
    press("Take this lens out");
    press("Save");
    await waitFor(() => expect(onSave).toHaveBeenCalledTimes(2));
    expect(onSave.mock.lastCall[0].profile.lenses).toHaveLength(GENERIC_PHONE.profile.lenses.length);
  });

  it("turns to the lens that is wrong, and says at the field what is", async () => {
    const { onSave } = form();
    press("ultra-wide");
    fill("Pixel pitch, µm", "small");
    press("main");
    press("Save");
    expect((await screen.findByRole("alert")).textContent).toBe("Write a number.");
    expect(onSave).not.toHaveBeenCalled();
    expect(screen.getByRole("button", { name: "ultra-wide" }).getAttribute("aria-pressed")).toBe("true");
    const pitch = screen.getByLabelText<HTMLInputElement>("Pixel pitch, µm");
    expect(pitch.value).toBe("small");
    expect(pitch.getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByRole("button", { name: /^The sensor behind it/ }).getAttribute("aria-expanded")).toBe("true");
  });

  it("copies under another name, and refuses ladders that fall", async () => {
    const { onSave } = form();
    fill("Name", "Other");
    fill("ISO values", "400, 100");
    press("Save as Other");
    expect((await screen.findByRole("alert")).textContent).toMatch(/ISO values must rise/);
    fill("ISO values", "100 400");
    fill("Measured, nominal = delivered", "30 = 29.2; 1/4 = 0.24");
    press("Save as Other");
    await waitFor(() => expect(onSave).toHaveBeenCalled());
    expect(onSave.mock.lastCall[0]).toMatchObject({
      name: "Other",
      profile: {
        isoLadder: [100, 400],
        measuredShutters: [
          { nominalSeconds: 30, deliveredSeconds: 29.2 },
          { nominalSeconds: 0.25, deliveredSeconds: 0.24 },
        ],
      },
    });
  });
});

describe("a kit's file", () => {
  const give = async (text: string) => {
    show(<KitFile kit={kit} />);
    const file = new File([text], "mine.json", { type: "application/json" });
    Object.defineProperty(file, "text", { value: async () => text });
    await giveFile("Kit file", file);
  };

  it("brings all lists and says how many of each", async () => {
    const { phones, filters, clipOns, supports, figures } = kit;
    const lists = { phones, filters, clipOns, supports, figures };
    const bare = Object.fromEntries(
      Object.entries(lists).map(([list, items]) => [list, items.map(({ id: _, ...item }) => item)]),
    );
    await give(JSON.stringify(bare));
    expect(
      await screen.findByText("0 phones, 1 filter, 1 clip-on, 1 support, 1 measured figure from mine.json."),
    ).toBeTruthy();
    expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["POST", "/api/kit", bare]);
  });

  it.each([
    ["{", /mine.json is no JSON file; your kit is as it was/],
    ['{"phones": []}', /mine.json: filters: .*Your kit is as it was/],
    [
      '{"phones": [], "filters": [{"name": "x", "notation": "stops", "value": -1}]}',
      /filters.0.value: .*more than nothing/,
    ],
  ])("that holds %s changes nothing and says why", async (text, said) => {
    await give(text);
    expect(await screen.findByText(said)).toBeTruthy();
    expect(sent).not.toHaveBeenCalled();
  });
});

describe("assumed figures", () => {
  const figure = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
  const type = (label: string, text: string) => {
    fireEvent.change(figure(label), { target: { value: text } });
    fireEvent.blur(figure(label));
  };

  it("say what is assumed and what was measured; one is typed, changed, and given back", async () => {
    show(<AssumedFigures figures={kit.figures} />);
    const water = "Memory of small waves, s";
    expect(figure(water)).toMatchObject({ value: "", placeholder: "0.1" });
    expect(screen.getByText("Measured; 14 is assumed.")).toBeTruthy();
    type(water, "0.17");
    const body = { name: "chop", value: 0.17 };
    await waitFor(() => expect(sent.mock.lastCall?.slice(0, 3)).toEqual(["PUT", "/api/kit/figures", body]));
    const battery = "Battery, screen on, % an hour";
    type(battery, "11");
    const changed = { name: "battery-hour", value: 11, was: { name: "battery-hour", value: 9 } };
    await waitFor(() => expect(sent.mock.lastCall?.[2]).toEqual(changed));
    type(battery, "");
    const [own] = kit.figures;
    await waitFor(() => expect(sent.mock.lastCall?.slice(0, 2)).toEqual(["DELETE", `/api/kit/figures/${own!.id}`]));
  });

  it("refuse what nobody measures, say between what it lies, and keep the text", async () => {
    show(<AssumedFigures figures={[]} />);
    for (const text of ["200", "-1", "much"]) {
      type("Battery, screen on, % an hour", text);
      expect((await screen.findByRole("alert")).textContent).toMatch(/goes from 0 to 100 % an hour|Write a number/);
      expect(figure("Battery, screen on, % an hour").value).toBe(text);
    }
    expect(sent).not.toHaveBeenCalled();
    // Nothing of the simulated phone alone is asked for.
    expect(screen.queryByLabelText(/flash/)).toBeNull();
  });
});

describe("lists as people write them", () => {
  it("are read with commas, spaces and fractions; what is no number is kept as such", () => {
    expect(numbersIn("50, 100 200;400")).toEqual([50, 100, 200, 400]);
    expect(numbersIn("50, x")).toEqual([50, Number.NaN]);
    expect(numbersIn("  ")).toEqual([]);
    expect(durationsIn("1/4, 2s 1m30s")).toEqual([0.25, 2, 90]);
    expect(measuredShuttersIn("30 = 29.2;\n x = 1")).toEqual([
      { nominalSeconds: 30, deliveredSeconds: 29.2 },
      { nominalSeconds: Number.NaN, deliveredSeconds: 1 },
    ]);
  });

  it("never take a shortened list for a whole one", () => {
    expect(durationsIn("1/4,,2s")).toEqual([0.25, 2]);
  });
});
