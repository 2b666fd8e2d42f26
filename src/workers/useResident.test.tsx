/** @jest-environment jsdom */
import { render } from "@testing-library/react";
import { act } from "react";
import type { Running } from "./clients";
import { endResidents, useResident } from "./useResident";

interface Api {
  readonly name: string;
}
const ends = jest.fn();
const start = jest.fn((): Running<Api> => ({ api: { name: "one" } as never, end: ends }));
function Part({ onApi }: { readonly onApi: (api: unknown) => void }) {
  onApi(useResident(start));
  return null;
}

beforeEach(() => {
  jest.useFakeTimers();
  jest.clearAllMocks();
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
});
afterEach(() => {
  endResidents();
  jest.useRealTimers();
});
const idle = () => act(() => void jest.advanceTimersByTime(1));

describe("a worker that stays", () => {
  it("is started once for all who use it, when the page is idle", () => {
    const [a, b] = [jest.fn(), jest.fn()];
    render(
      <>
        <Part onApi={a} />
        <Part onApi={b} />
      </>,
    );
    expect(start).not.toHaveBeenCalled();
    idle();
    expect(start).toHaveBeenCalledTimes(1);
    expect(a.mock.lastCall[0]).toBe(b.mock.lastCall[0]);
  });

  it("is there at once for who comes after, and ends when nobody has come for two minutes", () => {
    const first = render(<Part onApi={() => {}} />);
    idle();
    first.unmount();
    act(() => void jest.advanceTimersByTime(119_000));
    const seen = jest.fn();
    const second = render(<Part onApi={seen} />);
    expect(seen.mock.lastCall[0]).toMatchObject({ name: "one" });
    act(() => void jest.advanceTimersByTime(600_000));
    expect(ends).not.toHaveBeenCalled();
    second.unmount();
    act(() => void jest.advanceTimersByTime(121_000));
    expect(ends).toHaveBeenCalledTimes(1);
    expect(start).toHaveBeenCalledTimes(1);
  });

  it("is not started for who is gone before the page is idle", () => {
    render(<Part onApi={() => {}} />).unmount();
    idle();
    expect(start).not.toHaveBeenCalled();
  });
});
