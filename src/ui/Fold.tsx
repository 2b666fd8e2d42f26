"use client";

import { Collapsible } from "@chakra-ui/react";
import { ChevronRight } from "lucide-react";
import type { ReactNode } from "react";

interface FoldProps {
  readonly title: ReactNode;
  /** Left out where it opens by itself alone. */
  readonly open?: boolean;
  readonly onOpen?: (open: boolean) => void;
  readonly children: ReactNode;
}

/** What most people do not need, one step away. */
export function Fold({ title, open, onOpen, children }: FoldProps) {
  return (
    <Collapsible.Root
      {...(open !== undefined && { open })}
      onOpenChange={(change) => onOpen?.(change.open)}
      lazyMount={open === undefined}
    >
      <Collapsible.Trigger>
        <Collapsible.Indicator>
          <ChevronRight size={15} />
        </Collapsible.Indicator>
        {title}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
