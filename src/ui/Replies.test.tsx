/** @jest-environment jsdom */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { fireEvent, render, screen } from "@testing-library/react";
import { Replies } from "./Replies";

/** Counts on from what it shows. */
function Counter() {
  const client = useQueryClient();
  const { data = 0 } = useQuery({ queryKey: ["count"], queryFn: () => 0, enabled: false });
  return (
    <button type="button" onClick={() => client.setQueryData(["count"], data + 1)}>
      {data}
    </button>
  );
}

it("draws what one press has changed before the next is heard", async () => {
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false });
  render(
    <Replies>
      <Counter />
    </Replies>,
  );
  const button = await screen.findByRole("button");
  for (let presses = 0; presses < 3; presses++) {
    fireEvent.click(button);
    // The browser hears the next event after all microtasks.
    await Promise.resolve().then(() => {});
  }
  expect(button.textContent).toBe("3");
});
