/** @jest-environment jsdom */
import { act, fireEvent, screen } from "@testing-library/react";
import { z } from "zod";
import { show } from "@/ui/testing/show";
import { isSaving, saved, sendJson } from "./client";
import { DownloadLink } from "./DownloadLink";

/** Answers of the application, in the order of the requests, given when the test says so. */
let answers: ((response: unknown) => void)[];
const change = () => sendJson("PATCH", "/api/x", {}, z.unknown()).catch(() => "refused");
const answer = (ok: boolean) =>
  act(async () => answers.shift()!({ ok, status: ok ? 200 : 500, json: async () => ({}) }));

beforeEach(() => {
  answers = [];
  globalThis.fetch = jest.fn(() => new Promise((resolve) => answers.push(resolve))) as never;
});

describe("a link to a file of the application", () => {
  /** Clicks that the browser would have followed. */
  const followed = jest.fn();
  beforeEach(() => {
    followed.mockReset();
    show(<DownloadLink href="#plan">Sheet</DownloadLink>);
    screen.getByRole("link").addEventListener("click", (event) => {
      queueMicrotask(() => event.defaultPrevented || followed());
    });
  });
  const press = () => act(async () => void fireEvent.click(screen.getByRole("link")));

  it("is followed at once where nothing is on its way", async () => {
    expect(screen.getByRole("link").hasAttribute("download")).toBe(true);
    await press();
    expect(followed).toHaveBeenCalledTimes(1);
  });

  it("waits for every change on its way, also a later one, whether it is taken or not", async () => {
    void change();
    await press();
    void change();
    await answer(true);
    expect(followed).not.toHaveBeenCalled();
    await answer(false);
    expect(followed).toHaveBeenCalledTimes(1);
    expect(isSaving()).toBe(false);
  });

  it("lets others wait likewise", async () => {
    const told = jest.fn();
    void change();
    void saved().then(told);
    await act(async () => {});
    expect(told).not.toHaveBeenCalled();
    await answer(true);
    expect(told).toHaveBeenCalled();
  });
});
