"use client";

import { Flex } from "@chakra-ui/react";
import { type ReactNode, useEffect, useState } from "react";
import { Notices } from "../Notice";
import { Help } from "./Help";
import { Palette, type PaletteItem } from "./Palette";
import { TitleRow } from "./TitleRow";

interface ShellProps {
  /** Where one is: outing, site, date. */
  readonly title?: ReactNode;
  /** What the palette offers besides what every page has; the first nine also go by number keys. */
  readonly items?: readonly PaletteItem[];
  readonly children: ReactNode;
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/** The frame around every page: title row, help, palette, messages. Pages never scroll as a whole. */
export function Shell({ title, items = [], children }: ShellProps) {
  const [open, setOpen] = useState<"help" | "palette" | null>(null);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const numbered = /^[1-9]$/.test(event.key) ? items[Number(event.key) - 1] : undefined;
      if (event.key === "?") setOpen("help");
      else if (event.key === ";") setOpen("palette");
      else if (numbered) numbered.act();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [items]);
  return (
    <>
      <Flex direction="column" height="100dvh" overflow="hidden">
        <TitleRow onHelp={() => setOpen("help")} onPalette={() => setOpen("palette")}>
          {title}
        </TitleRow>
        <Flex as="main" direction="column" flex="1" minH="0">
          {children}
        </Flex>
      </Flex>
      <Help open={open === "help"} onClose={() => setOpen(null)} numbered={items.map(({ name }) => name)} />
      <Palette open={open === "palette"} onClose={() => setOpen(null)} items={items} />
      <Notices />
    </>
  );
}
