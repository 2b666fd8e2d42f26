"use client";

import { Portal, Tooltip } from "@chakra-ui/react";
import type { ReactElement, ReactNode } from "react";

/** Says more about a part that is pointed at or has the focus. */
export function Hint({ says, children }: { readonly says: ReactNode; readonly children: ReactElement }) {
  return (
    <Tooltip.Root openDelay={400} closeDelay={60}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content>{says}</Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  );
}
