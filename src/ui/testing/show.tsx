import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen } from "@testing-library/react";
import type { ReactElement } from "react";
import { NoticeProvider } from "@/ui/Notice";
import { system } from "@/ui/theme/system";

/** Lets drawings measure themselves: every element is this large. */
function giveSizes(width: number, height: number): void {
  Object.defineProperty(HTMLElement.prototype, "clientWidth", { configurable: true, get: () => width });
  Object.defineProperty(HTMLElement.prototype, "clientHeight", { configurable: true, get: () => height });
  globalThis.ResizeObserver = class implements ResizeObserver {
    constructor(private readonly told: ResizeObserverCallback) {}
    observe() {
      this.told([], this);
    }
    unobserve() {}
    disconnect() {}
  };
}

/** Gives pointer events their place, which the test's browser does not know. */
function givePointers(): void {
  globalThis.PointerEvent = class extends MouseEvent {} as typeof PointerEvent;
}

/** Renders a piece of the interface as it stands in the application, of this size in pixels. */
export function show(element: ReactElement, [width, height]: readonly [number, number] = [900, 560]) {
  giveSizes(width, height);
  givePointers();
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const tree = (inner: ReactElement) => (
    <QueryClientProvider client={client}>
      <ChakraProvider value={system}>
        <NoticeProvider>{inner}</NoticeProvider>
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
