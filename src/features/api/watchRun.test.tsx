/** @jest-environment jsdom */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import type { RunReply } from "@/contracts/replies";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { getJson } from "./client";
import { followEvents } from "./live";
import { useLiveRun, useWatchRun } from "./queries";

jest.mock("./client", () => ({ ...jest.requireActual("./client"), getJson: jest.fn() }));
jest.mock("./live", () => ({ ...jest.requireActual("./live"), followEvents: jest.fn() }));
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false });

const { frames: _, ...done } = runWithFrames([frameReply("frame-0001.jpg")], { state: "done" });
const going: RunReply = { ...done, run: { ...done.run, state: "running" } };

function Watched({ id }: { readonly id: string }) {
  useWatchRun(id, going.run.shotId);
  return <p>{useLiveRun(id)?.run.state ?? "unknown"}</p>;
}

it("believes a run's end, though an answer of before comes after it", async () => {
  const answers: ((reply: unknown) => void)[] = [];
  jest.mocked(getJson).mockImplementation(() => new Promise((resolve) => answers.push(resolve)));
  let tell: (event: unknown) => void = () => {};
  jest.mocked(followEvents).mockImplementation((_address, onData) => {
    tell = onData;
    return () => {};
  });
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <Watched id={going.run.id} />
    </QueryClientProvider>,
  );
  await screen.findByText("unknown");
  expect(answers).toHaveLength(1);
  tell({ ...done, frames: [] });
  await screen.findByText("done");
  // The older answer was on its way all the time; what is asked for anew says how it is.
  answers[0]!(going);
  for (const answer of answers.slice(1)) answer(done);
  await new Promise((resolve) => setTimeout(resolve));
  expect(answers.length).toBeGreaterThan(1);
  expect(screen.getByText("done")).toBeTruthy();
});
