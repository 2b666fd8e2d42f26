/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { siteReply } from "@/features/testing/replies";
import { choose, show } from "@/ui/testing/show";
import { OutingForm } from "./OutingForm";

const pier = siteReply();
const fill = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const begin = () => fireEvent.click(screen.getByRole("button", { name: "Begin this outing" }));

function form(part: Partial<Parameters<typeof OutingForm>[0]> = {}) {
  const onSubmit = jest.fn();
  show(<OutingForm sites={[pier]} busy={false} problem={null} onSubmit={onSubmit} {...part} />);
  return onSubmit;
}

describe("a new outing", () => {
  it("at a known site takes its name where none is given", async () => {
    const onSubmit = form();
    fill("Night of", "2026-11-25");
    begin();
    await waitFor(() => expect(onSubmit).toHaveBeenCalled());
    expect(onSubmit).toHaveBeenCalledWith(
      expect.objectContaining({ name: "Pier", date: "2026-11-25", siteId: pier.id }),
    );
  });

  it("at a new site reads coordinates in any usual spelling", async () => {
    const onSubmit = form();
    choose("Site", "new");
    fill("Place", "Mill weir");
    fill("Coordinates", "53.86 N, 3.42 W");
    fill("Name of the outing (the place, if left out)", "First frost");
    begin();
    await waitFor(() => expect(onSubmit).toHaveBeenCalled());
    const request = onSubmit.mock.lastCall[0];
    expect(request).toMatchObject({ name: "First frost", site: { name: "Mill weir" } });
    expect(request.site.latitudeDeg).toBeCloseTo(53.86, 9);
    expect(request.site.longitudeDeg).toBeCloseTo(-3.42, 9);
  });

  it("keeps what was typed wrong, each with its reason, and begins nothing", async () => {
    const onSubmit = form({ sites: [] });
    fill("Coordinates", "91, 0");
    fill("Night of", "");
    begin();
    expect(await screen.findByText("Latitude goes from -90 to 90, not 91.")).toBeTruthy();
    expect(screen.getByText(/Write the date/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Coordinates").value).toBe("91, 0");
    expect(screen.getByLabelText("Coordinates").getAttribute("aria-invalid")).toBe("true");
    expect(onSubmit).not.toHaveBeenCalled();
  });

  it("asks for a place at once where no site is known, and says what the application said", () => {
    form({ sites: [], problem: "There is no room on the disk." });
    expect(screen.queryByLabelText("Site")).toBeNull();
    expect(screen.getByLabelText("Place")).toBeTruthy();
    expect(screen.getByText("There is no room on the disk.")).toBeTruthy();
  });

  it("is not begun twice", () => {
    const onSubmit = form({ busy: true });
    begin();
    expect(onSubmit).not.toHaveBeenCalled();
  });
});
