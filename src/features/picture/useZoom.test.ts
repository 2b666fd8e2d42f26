/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { fitTransform, useZoom } from "./useZoom";

const box = { width: 800, height: 450 };
const picture = { width: 1020, height: 765 };

describe("zooming into a picture", () => {
  const shown = () => {
    const canvas = { current: document.createElement("canvas") };
    const renders: ReturnType<typeof useZoom>[] = [];
    const { result } = renderHook(() => {
      const zoom = useZoom(canvas, box, picture);
      renders.push(zoom);
      return zoom;
    });
    return { result, first: renders[0]! };
  };

  it("begins with the whole of it, in the middle", () => {
    const { result } = shown();
    expect(result.current.isFit).toBe(true);
    expect(result.current.transform).toEqual(fitTransform(box, picture));
    expect(result.current.transform.k).toBeCloseTo(450 / 765, 12);
    expect(result.current.transform.x).toBeCloseTo((800 - (1020 * 450) / 765) / 2, 9);
  });

  it("goes to every pixel and back, also by a key that was pressed before the picture was drawn", () => {
    const { result, first } = shown();
    act(() => first.toggle());
    expect(result.current.transform.k).toBe(1);
    expect(result.current.isFit).toBe(false);
    act(() => first.toggle());
    expect(result.current.isFit).toBe(true);
  });

  it("comes closer by a factor, never farther than the whole", () => {
    const { result } = shown();
    act(() => result.current.by(2));
    expect(result.current.transform.k).toBeCloseTo((2 * 450) / 765, 12);
    act(() => result.current.by(0.01));
    expect(result.current.isFit).toBe(true);
  });

  it("takes linked pictures along, to the same place, and ends there", () => {
    let transform: ReturnType<typeof fitTransform> | null = null;
    const hooks: ReturnType<typeof linked>[] = [];
    const moves: number[] = [];
    function linked() {
      const canvas = { current: document.createElement("canvas") };
      return renderHook(() =>
        useZoom(canvas, box, picture, {
          transform,
          onMove: (next) => {
            transform = next;
            moves.push(next.k);
          },
        }),
      );
    }
    hooks.push(linked(), linked());
    const [one, other] = hooks as [ReturnType<typeof linked>, ReturnType<typeof linked>];
    act(() => one.result.current.toggle());
    other.rerender();
    expect(other.result.current.transform).toEqual(one.result.current.transform);
    expect(other.result.current.transform.k).toBe(1);
    const settled = moves.length;
    one.rerender();
    other.rerender();
    expect(moves).toHaveLength(settled);
    // One that comes later stands where they do, and moves nobody.
    const late = linked();
    expect(late.result.current.transform.k).toBe(1);
    expect(moves).toHaveLength(settled);
  });
});
