/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { INTENTS } from "@/core/intent";
import { nextWindows } from "@/core/night";
import { getJson, ProblemError, sendJson } from "@/features/api/client";
import { clock } from "@/features/nightPlan/clock";
import { siteReply } from "@/features/testing/replies";
import { enter, press, show } from "@/ui/testing/show";
import { Tonight } from "./Tonight";

const push = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ push }) }));
jest.mock("@/features/sites/WorldMap", () => ({ WorldMap: () => null }));
jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  sendJson: jest.fn(),
}));
const asked = jest.mocked(getJson);
const sent = jest.mocked(sendJson);

const pier = siteReply();
const cove = siteReply({ name: "Cove", latitudeDeg: 50.1, longitudeDeg: -5.3, zone: "Europe/London" });
const tile = (name: RegExp) => screen.getByRole("button", { name });

beforeEach(() => {
  jest.clearAllMocks();
  localStorage.clear();
  sent.mockResolvedValue({ outingId: "outing-1", shotId: "shot-1" });
});

describe("what it shall be tonight", () => {
  it("is asked with all intents as pictures, and when each is best done where one was last", async () => {
    show(<Tonight intents={INTENTS} sites={[pier, cove]} newest="Cove" />);
    const list = within(screen.getByRole("list", { name: "What may be taken" }));
    const shown = list.getAllByRole("button");
    expect(shown.map((each) => each.querySelector("img")?.getAttribute("src"))).toEqual(
      INTENTS.map(({ id }) => `/intents/${id}.webp`),
    );
    expect(screen.getByLabelText<HTMLSelectElement>("Where").value).toBe(cove.id);
    const windows = nextWindows({ ...cove, ...cove.series }, Date.now());
    const trails = windows.find(({ intent }) => intent === "light-trails")!;
    await waitFor(() => expect(tile(/^Light trails/).textContent).toContain(clock(trails.beginMs, cove.zone)));
    for (const { id, name } of INTENTS)
      if (!windows.some(({ intent }) => intent === id))
        expect(tile(new RegExp(`^${name}`)).textContent).toContain("no good night this month");
  });

  it("goes from one press to the rehearsed picture, at the place that was chosen last", async () => {
    const first = show(<Tonight intents={INTENTS} sites={[pier, cove]} newest={null} />);
    fireEvent.change(screen.getByLabelText("Where"), { target: { value: cove.id } });
    first.unmount();
    show(<Tonight intents={INTENTS} sites={[pier, cove]} newest={null} />);
    await press(/^Smoothed water/);
    expect(sent.mock.lastCall?.slice(0, 3)).toEqual([
      "POST",
      "/api/tonight",
      { intent: "smoothed-water", siteId: cove.id },
    ]);
    await waitFor(() => expect(push).toHaveBeenCalledWith("/outings/outing-1/shots/shot-1/rehearse"));
    // Nobody plans two by pressing twice.
    expect(tile(/^Light trails/).hasAttribute("disabled")).toBe(true);
    expect(tile(/^Smoothed water/).textContent).toContain("Planning it");
  });

  it("asks for a place where there is none, and takes a town at once", async () => {
    asked.mockResolvedValue([{ name: "Bergen", country: "NO", latitudeDeg: 60.39, longitudeDeg: 5.33 }]);
    show(<Tonight intents={INTENTS} sites={[]} newest={undefined} />);
    await press(/^Star arcs/);
    expect(sent).not.toHaveBeenCalled();
    expect((await screen.findByRole("dialog", { name: "Where will you be?" })).textContent).toContain(
      "Star arcs is planned for",
    );
    fireEvent.change(screen.getByLabelText("A town (no network needed)"), { target: { value: "berg" } });
    await act(async () => void fireEvent.click(await screen.findByRole("button", { name: /^Bergen/ })));
    expect(sent.mock.lastCall?.[2]).toEqual({
      intent: "star-arcs",
      site: { name: "Bergen", latitudeDeg: 60.39, longitudeDeg: 5.33 },
    });
    await waitFor(() => expect(push).toHaveBeenCalled());
  });

  it("takes coordinates, with what is wrong beside them, and leaves when one would rather not", async () => {
    show(<Tonight intents={INTENTS} sites={[]} newest={undefined} />);
    await press(/^Light trails/);
    await screen.findByRole("dialog");
    enter("Coordinates", "91, 0");
    enter("Name of the place", "Weir");
    await press("Plan it here");
    expect(await screen.findByText(/Latitude goes from -90 to 90/)).toBeTruthy();
    expect(sent).not.toHaveBeenCalled();
    enter("Coordinates", "53°51'36\"N 3°25'12\"W");
    await press("Plan it here");
    await waitFor(() => expect(sent.mock.lastCall?.[2]).toMatchObject({ site: { name: "Weir", latitudeDeg: 53.86 } }));
  });

  it("names what the device says by the nearest town, and says it when the device does not", async () => {
    const getCurrentPosition = jest.fn();
    Object.defineProperty(navigator, "geolocation", { configurable: true, value: { getCurrentPosition } });
    asked.mockResolvedValue([{ name: "Bergen", country: "NO", latitudeDeg: 60.39, longitudeDeg: 5.33 }]);
    show(<Tonight intents={INTENTS} sites={[]} newest={undefined} />);
    await press(/^Light trails/);
    await screen.findByRole("dialog");
    await press("Ask this device where it is");
    await act(async () => getCurrentPosition.mock.lastCall[1]({ message: "User denied Geolocation" }));
    expect(screen.getByRole("alert").textContent).toContain("did not say where it is (User denied Geolocation)");
    await press("Ask this device where it is");
    await act(async () => getCurrentPosition.mock.lastCall[0]({ coords: { latitude: 60.41, longitude: 5.3 } }));
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("Name of the place").value).toBe("Bergen"));
    expect(asked).toHaveBeenLastCalledWith("/api/places?near=60.41,5.3", expect.anything());
    await press("Plan it here");
    await waitFor(() =>
      expect(sent.mock.lastCall?.[2]).toMatchObject({ site: { name: "Bergen", latitudeDeg: 60.41 } }),
    );
  });

  it("says what went wrong, and lets one try again", async () => {
    sent.mockRejectedValue(new ProblemError("full", "There is no room on the disk."));
    show(<Tonight intents={INTENTS} sites={[pier]} newest={null} />);
    await press(/^Light trails/);
    expect((await screen.findByRole("alert")).textContent).toBe("There is no room on the disk.");
    expect(tile(/^Light trails/).hasAttribute("disabled")).toBe(false);
  });
});
