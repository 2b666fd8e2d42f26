/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { ProblemError, sendJson } from "@/features/api/client";
import { type Tap, useTaps } from "./useTaps";

jest.mock("@/features/api/client", () => ({ ...jest.requireActual("@/features/api/client"), sendJson: jest.fn() }));
const sent = jest.mocked(sendJson);
const tap = (number: number | null = null): Tap => ({
  id: crypto.randomUUID(),
  number,
  takenAt: "2026-11-25T18:00:00.000Z",
  shutterSeconds: 1,
  iso: 50,
});
const settle = () => act(async () => void (await jest.advanceTimersByTimeAsync(0)));
const idsSent = () => sent.mock.calls.map(([, , body]) => (body as { frames: Tap[] }).frames.map(({ id }) => id));

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  sent.mockReset();
});
afterEach(() => jest.useRealTimers());

test("a tap is sent at once and then waits no more", async () => {
  sent.mockResolvedValue({});
  const { result } = renderHook(() => useTaps("run-1"));
  const one = tap();
  act(() => result.current.log(one));
  expect(result.current.waiting).toEqual([one]);
  await settle();
  expect(result.current.waiting).toEqual([]);
  expect(idsSent()).toEqual([[one.id]]);
  expect(sent.mock.calls[0]![1]).toBe("/api/runs/run-1/hand-frames");
  expect(localStorage.length).toBe(0);
});

test("while the server is away taps wait in the browser, over a reload too, and are sent again as the same frames", async () => {
  sent.mockRejectedValue(new ProblemError("no-answer", "The application does not answer."));
  const first = renderHook(() => useTaps("run-1"));
  const [one, two] = [tap(), tap()];
  act(() => first.result.current.log(one));
  await settle();
  act(() => first.result.current.log(two));
  await settle();
  expect(first.result.current.waiting).toEqual([one, two]);
  first.unmount();
  sent.mockReset();
  sent.mockRejectedValueOnce(new ProblemError("database-away", "The database does not answer."));
  sent.mockResolvedValue({});
  const second = renderHook(() => useTaps("run-1"));
  await settle();
  expect(second.result.current.waiting).toEqual([one, two]);
  await act(async () => void (await jest.advanceTimersByTimeAsync(2500)));
  expect(second.result.current.waiting).toEqual([]);
  expect(idsSent().at(-1)).toEqual([one.id, two.id]);
  expect(localStorage.length).toBe(0);
});

test("what the server will never take is said and let go of", async () => {
  sent.mockRejectedValue(new ProblemError("not-found", "There is no such run; it may have been deleted."));
  const { result } = renderHook(() => useTaps("run-1"));
  act(() => result.current.log(tap()));
  await settle();
  expect(result.current.waiting).toEqual([]);
  expect(localStorage.length).toBe(0);
});

test("taps of another run, and what somebody else has put there, are not this run's", async () => {
  sent.mockResolvedValue({});
  localStorage.setItem("taps run-1", "no list");
  localStorage.setItem("taps run-2", JSON.stringify([tap()]));
  const { result } = renderHook(() => useTaps("run-1"));
  await settle();
  expect(result.current.waiting).toEqual([]);
  expect(sent).not.toHaveBeenCalled();
});

test("a tap that is answered while the next one is on its way waits no more", async () => {
  const answers: (() => void)[] = [];
  sent.mockImplementation(() => new Promise((resolve) => answers.push(() => resolve({}))));
  const { result } = renderHook(() => useTaps("run-1"));
  const [one, two] = [tap(), tap()];
  act(() => result.current.log(one));
  act(() => result.current.log(two));
  answers[0]!();
  await settle();
  expect(result.current.waiting).toEqual([two]);
  for (const answer of answers) answer();
  await settle();
  expect(result.current.waiting).toEqual([]);
});
