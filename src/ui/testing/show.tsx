import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, configure, fireEvent, render, screen } from "@testing-library/react";
import type { ReactElement } from "react";
import { Notices } from "@/ui/Notice";
import { system } from "@/ui/theme/system";

// A state is waited for as long as a busy machine may take.
configure({ asyncUtilTimeout: 20_000 });

/** Lets drawings measure themselves: every element is this large. */
function giveSizes(width: number, height: number): void {
  Object.defineProperty(HTMLElement.prototype, "clientWidth", { configurable: true, get: () => width });
  Object.defineProperty(HTMLElement.prototype, "clientHeight", { configurable: true, get: () => height });
  globalThis.ResizeObserver = class implements ResizeObserver {
    constructor(private readonly measure: ResizeObserverCallback) {}
    observe() {
      this.measure([], this);
    }
    unobserve() {}
    disconnect() {}
  };
}

/** Gives pointer events their place, which the test's browser does not know. */
function givePointers(): void {
  globalThis.PointerEvent = class extends MouseEvent {
    readonly pointerType = "mouse";
  } as typeof PointerEvent;
}

// Parts that are machines go on by themselves after an event; what they become is waited for.
beforeAll(() => void Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false }));

/** Renders a piece of the interface as it stands in the application, of this size in pixels. */
export function show(element: ReactElement, [width, height]: readonly [number, number] = [900, 560]) {
  giveSizes(width, height);
  givePointers();
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const tree = (inner: ReactElement) => (
    <QueryClientProvider client={client}>
      <ChakraProvider value={system}>
        {inner}
        <Notices />
      </ChakraProvider>
    </QueryClientProvider>
  );
  const view = render(tree(element));
  return { ...view, again: (next: ReactElement) => view.rerender(tree(next)) };
}

/** Types into a labelled field and leaves it. */
export function enter(label: string, text: string): void {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
}

/** Chooses from a labelled list. */
export function choose(label: string, value: string): void {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
}

/** Does something and lets the page become what it makes of it. */
export async function settled(does: () => unknown): Promise<void> {
  await act(async () => {
    await does();
    // The cache tells of its changes a turn later.
    await new Promise((resolve) => setTimeout(resolve, 0));
  });
}

/** Presses what has this role and name. */
export const press = (name: string | RegExp, role = "button"): Promise<void> =>
  settled(() => fireEvent.click(screen.getByRole(role, { name })));

/** Moves a labelled slider by keys. */
export async function slide(label: string, ...keys: readonly string[]): Promise<void> {
  const slider = screen.getByRole("slider", { name: label });
  await settled(() => slider.focus());
  for (const key of keys) await settled(() => fireEvent.keyDown(slider, { key }));
}

/** Gives a file to the field of this label. */
export const giveFile = (label: string, file: File): Promise<void> =>
  settled(() => fireEvent.input(screen.getByLabelText(label), { target: { files: [file] } }));

/** Drags a part of a drawing from a place of the window past others, and lets go at the last. */
export const drag = (part: Element, ...places: readonly { readonly clientX: number; readonly clientY: number }[]) =>
  settled(() => {
    const at = (place: (typeof places)[number] | undefined) => ({ ...place, view: window, button: 0 });
    fireEvent.mouseDown(part, at(places[0]));
    for (const place of places.slice(1)) fireEvent.mouseMove(window, at(place));
    fireEvent.mouseUp(window, at(places.at(-1)));
  });
