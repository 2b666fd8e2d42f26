/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { DateTime } from "luxon";
import { INTENTS } from "@/core/intent";
import { getJson, ProblemError, sendJson } from "@/features/api/client";
import { siteReply } from "@/features/testing/replies";
import { show } from "@/ui/testing/show";
import { Home } from "./Home";

const push = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ push }), usePathname: () => "/" }));
jest.mock("@/ui/shell/Shell", () => ({
  Shell: ({ children }: { children: React.ReactNode }) => <main>{children}</main>,
}));
jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  sendJson: jest.fn(),
}));
const asked = jest.mocked(getJson);
const sent = jest.mocked(sendJson);

const listed = (name: string, change: object = {}) => ({
  id: crypto.randomUUID(),
  name,
  date: "2026-11-17",
  overrides: null,
  siteName: "Quay",
  firstShotId: crypto.randomUUID(),
  pictureHash: null,
  ...change,
});
const home = async (outings: readonly object[], sites: readonly object[] = []) => {
  asked.mockImplementation(async (url) => (url === "/api/outings" ? outings : sites));
  show(<Home intents={INTENTS} />);
  await screen.findByRole("button", { name: "Begin this outing" });
};

beforeEach(() => {
  jest.clearAllMocks();
  sent.mockResolvedValue({ outing: { id: "outing-1" }, shotId: "shot-1" });
});

describe("the first page", () => {
  it("leads on where each outing stands: to its night, its pictures, or its files", async () => {
    const planned = listed("Planned", { date: DateTime.now().toISODate() });
    const done = listed("Done", { pictureHash: "abc" });
    const loose = listed("Loose", { siteName: null });
    await home([planned, done, loose]);
    const target = (name: string) => screen.getByRole("link", { name: new RegExp(name) }).getAttribute("href");
    expect(target("Planned")).toBe(`/outings/${planned.id}/shots/${planned.firstShotId}/night`);
    expect(target("Done")).toBe(`/outings/${done.id}/shots/${done.firstShotId}/stack`);
    expect(target("Loose")).toBe(`/outings/${loose.id}/shots/${loose.firstShotId}/sift`);
    expect(screen.getByText("tonight")).toBeTruthy();
    expect(screen.getAllByText("17 Nov 2026")).toHaveLength(2);
    expect(screen.getByAltText("Newest picture: Done")).toBeTruthy();
  });

  it("finds one of many by name, place or date", async () => {
    const many = Array.from({ length: 30 }, (_, i) =>
      listed(`Night ${i}`, { date: `2026-10-${String(i + 1).padStart(2, "0")}` }),
    );
    await home([...many, listed("Frost", { siteName: "Slipway" })]);
    const shown = () =>
      screen.getAllByRole("link").filter((link) => link.getAttribute("href")?.startsWith("/outings/"));
    const search = (text: string) =>
      fireEvent.change(screen.getByLabelText("Search outings"), { target: { value: text } });
    expect(shown()).toHaveLength(31);
    search("slip");
    expect(shown().map(({ textContent }) => textContent)).toEqual([expect.stringContaining("Frost")]);
    search("7 oct 2026");
    expect(shown()).toHaveLength(3);
    search("nowhere");
    expect(screen.getByText(/No outing is called that/)).toBeTruthy();
  });

  it("begins an outing at the first site and goes to its night", async () => {
    const site = siteReply();
    await home([], [site]);
    expect(screen.getByRole("heading", { name: "What shall it be tonight?" })).toBeTruthy();
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Begin this outing" })));
    expect(sent.mock.lastCall?.slice(0, 2)).toEqual(["POST", "/api/outings"]);
    expect(sent.mock.lastCall?.[2]).toMatchObject({ name: "Pier", siteId: site.id });
    await waitFor(() => expect(push).toHaveBeenCalledWith("/outings/outing-1/shots/shot-1/night"));
  });

  it("goes straight to files for those who have frames already", async () => {
    await home([]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Fuse my own files" })));
    expect(sent.mock.lastCall?.[2]).toMatchObject({ site: null, name: expect.stringMatching(/^Own files, /) });
    await waitFor(() => expect(push).toHaveBeenCalledWith("/outings/outing-1/shots/shot-1/sift"));
  });

  it("says what went wrong, and stays", async () => {
    sent.mockRejectedValue(new ProblemError("full", "There is no room on the disk."));
    await home([], [siteReply()]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Begin this outing" })));
    expect(await screen.findByText("There is no room on the disk.")).toBeTruthy();
    expect(push).not.toHaveBeenCalled();
  });

  it("says when the outings cannot be read", async () => {
    asked.mockImplementation(async (url) => {
      if (url === "/api/outings") throw new ProblemError("no-answer", "The application does not answer.");
      return [];
    });
    show(<Home intents={INTENTS} />);
    expect(await screen.findByText("The application does not answer.")).toBeTruthy();
  });
});
