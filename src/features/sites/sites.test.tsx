/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { LIT_SUBJECTS } from "@/core/light";
import { getJson } from "@/features/api/client";
import { siteReply } from "@/features/testing/replies";
import { drag, enter, giveFile, show } from "@/ui/testing/show";
import { HorizonEditor } from "./HorizonEditor";
import { PlaceSearch } from "./PlaceSearch";
import { SiteForm } from "./SiteForm";

jest.mock("@/features/api/client", () => ({ ...jest.requireActual("@/features/api/client"), getJson: jest.fn() }));
const asked = jest.mocked(getJson);

const give = (label: string, text: string, name = "file.csv") => {
  const file = new File([text], name);
  Object.defineProperty(file, "text", { value: async () => text });
  return giveFile(label, file);
};

describe("a site's form", () => {
  const site = siteReply();
  const form = (given = site) => {
    const onSave = jest.fn();
    const onDelete = jest.fn();
    show(<SiteForm site={given} busy={false} onSave={onSave} onDelete={onDelete} />);
    return { onSave, onDelete };
  };

  it("saves a field when one leaves it changed, and nothing that was not", async () => {
    const { onSave } = form();
    fireEvent.blur(screen.getByLabelText("Name"));
    expect(onSave).not.toHaveBeenCalled();
    enter("Name", "Old pier");
    await waitFor(() => expect(onSave).toHaveBeenLastCalledWith({ name: "Old pier" }));
    enter("Lamp light, EV at ISO 100", "\u22121,5");
    await waitFor(() => expect(onSave).toHaveBeenLastCalledWith({ lampEv: -1.5 }));
  });

  it("keeps what is wrong as typed, with the reason", async () => {
    const { onSave } = form();
    enter("Sky darkness, mag/arcsec²", "30");
    expect(await screen.findByText("Sky darkness goes from 14 to 22.5.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Sky darkness, mag/arcsec²").value).toBe("30");
    enter("Time zone", "Moon/Sea");
    expect(await screen.findByText(/no such time zone/)).toBeTruthy();
    enter("Coordinates, in any usual spelling", "91, 0");
    expect(await screen.findByText(/Latitude goes from -90 to 90, not 91/)).toBeTruthy();
    expect(onSave).not.toHaveBeenCalled();
    enter("Sky darkness, mag/arcsec²", "21");
    await waitFor(() => expect(onSave).toHaveBeenLastCalledWith({ darkSkyMagPerArcsec2: 21 }));
    expect(screen.queryByText("Sky darkness goes from 14 to 22.5.")).toBeNull();
  });

  it("reads coordinates as people write them", async () => {
    const { onSave } = form();
    enter("Coordinates, in any usual spelling", "53°51'36\"N 3°25'12\"W");
    await waitFor(() => expect(onSave).toHaveBeenCalled());
    expect(onSave.mock.lastCall[0].latitudeDeg).toBeCloseTo(53.86, 9);
    expect(onSave.mock.lastCall[0].longitudeDeg).toBeCloseTo(-3.42, 9);
  });

  it("takes lamps by subject, the middle of its range", () => {
    const { onSave } = form();
    const [subject] = LIT_SUBJECTS;
    const list = screen.getByLabelText("or by subject");
    const option = [...list.querySelectorAll("option")].find(({ textContent }) =>
      textContent?.startsWith(subject!.name),
    )!;
    fireEvent.change(list, { target: { value: option.value } });
    const [low, high] = subject!.ev;
    expect(onSave.mock.lastCall[0].lampEv).toBeCloseTo((low + high) / 2, 6);
  });

  it("takes its own forecast from a file, and nothing from one without the columns", async () => {
    const { onSave } = form();
    await give("Forecast file", "nothing, of, use\n1,2,3");
    expect(onSave).not.toHaveBeenCalled();
    await give(
      "Forecast file",
      "time,cloud,wind,temperature,dew_point\n2026-10-24T18:00Z,40,3,8,2\n2026-10-24T21:00Z,80,4,7,2",
    );
    await waitFor(() => expect(onSave).toHaveBeenCalled());
    expect(onSave.mock.lastCall[0].series.weatherRows).toHaveLength(2);
  });

  it("is deleted on request", () => {
    const { onDelete } = form();
    fireEvent.click(screen.getByRole("button", { name: "Delete this site" }));
    expect(onDelete).toHaveBeenCalled();
  });
});

describe("a skyline", () => {
  const points = [
    { azimuthDeg: 90, altitudeDeg: 10 },
    { azimuthDeg: 180, altitudeDeg: 30 },
  ];
  const editor = (given = points) => {
    const onChange = jest.fn();
    show(<HorizonEditor points={given} onChange={onChange} />);
    const drawing = screen.getByRole("img");
    return { onChange, drawing };
  };
  // 900 pixels for 360°, and from 76 px at 0° to 6 px at 60°.
  const at = (azimuth: number, altitude: number) => ({
    clientX: (azimuth / 360) * 900,
    clientY: 76 - (altitude / 60) * 70,
  });

  it("says how high it is, or that it is level", () => {
    editor();
    expect(screen.getByRole("img", { name: "A skyline of 2 points, highest 30 degrees" })).toBeTruthy();
  });

  it("gets a point by a click, in the order of azimuth", async () => {
    const { onChange, drawing } = editor();
    await drag(drawing, at(120, 20));
    expect(onChange).toHaveBeenCalledWith([points[0], { azimuthDeg: 120, altitudeDeg: 20 }, points[1]]);
  });

  it("has its points dragged, past each other too, and taken away by a double click", async () => {
    const { onChange, drawing } = editor();
    await drag(drawing, at(90, 10), at(150, 12), at(240, 14));
    expect(onChange).toHaveBeenLastCalledWith([points[1], { azimuthDeg: 240, altitudeDeg: 14 }]);
    fireEvent.doubleClick(drawing, at(180, 30));
    expect(onChange).toHaveBeenLastCalledWith([points[0]]);
    fireEvent.click(screen.getByText("Level it"));
    expect(onChange).toHaveBeenLastCalledWith([]);
  });

  it("is typed, with what cannot be read left out by number", () => {
    const { onChange } = editor();
    fireEvent.click(screen.getByText("Type the points"));
    const text = screen.getByLabelText<HTMLTextAreaElement>("Skyline, azimuth and altitude a line");
    expect(text.value).toBe("90, 10\n180, 30");
    enter("Skyline, azimuth and altitude a line", "10, 5\n20, high\n30, 7");
    expect(onChange).toHaveBeenCalledWith([
      { azimuthDeg: 10, altitudeDeg: 5 },
      { azimuthDeg: 30, altitudeDeg: 7 },
    ]);
    expect(screen.getByText("1 lines could not be read and were left out.")).toBeTruthy();
  });

  it("comes from a file, and stays where the file is of no use", async () => {
    const { onChange } = editor();
    await give("Skyline file", "azimuth,altitude\n0,3\n90,9");
    expect(onChange).toHaveBeenLastCalledWith([
      { azimuthDeg: 0, altitudeDeg: 3 },
      { azimuthDeg: 90, altitudeDeg: 9 },
    ]);
    await give("Skyline file", "no numbers at all");
    expect(onChange).toHaveBeenCalledTimes(1);
  });
});

describe("the search for a town", () => {
  const town = { name: "Ossary", country: "XX", latitudeDeg: 53.9, longitudeDeg: -3.4 };
  const search = () => {
    const onPlace = jest.fn();
    show(<PlaceSearch onPlace={onPlace} />);
    const field = screen.getByLabelText<HTMLInputElement>(/^or find a town/);
    return { onPlace, field, type: (text: string) => fireEvent.change(field, { target: { value: text } }) };
  };

  it("asks from two letters on, and gives the one that is clicked", async () => {
    asked.mockResolvedValue([town]);
    const { onPlace, field, type } = search();
    type("O");
    expect(asked).not.toHaveBeenCalled();
    type("Os & co");
    fireEvent.click(await screen.findByRole("button", { name: /^Ossary/ }));
    expect(asked.mock.lastCall?.[0]).toBe("/api/places?q=Os%20%26%20co");
    expect(onPlace.mock.lastCall[0]).toMatchObject({ name: "Ossary", latitudeDeg: 53.9 });
    expect(field.value).toBe("");
  });

  it("says when no town begins like that, and is emptied by Escape", async () => {
    asked.mockResolvedValue([]);
    const { field, type } = search();
    type("Qxz");
    expect(await screen.findByText(/No town begins like that/)).toBeTruthy();
    fireEvent.keyDown(field, { key: "Escape", code: "Escape" });
    expect(field.value).toBe("");
  });
});
