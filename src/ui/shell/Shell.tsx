"use client";

import { Flex } from "@chakra-ui/react";
import dynamic from "next/dynamic";
import { type ReactNode, useState } from "react";
import { usePageKeys } from "../keys";
import { Notices } from "../Notice";
import type { PaletteItem } from "./Palette";
import { TitleRow } from "./TitleRow";

interface ShellProps {
  /** Where one is: outing, site, date. */
  readonly title?: ReactNode;
  /** What the palette offers besides what every page has; the first nine also go by number keys. */
  readonly items?: readonly PaletteItem[];
  readonly children: ReactNode;
}

// Few open them, and nobody at once.
const Help = dynamic(() => import("./Help").then((module) => module.Help));
const Palette = dynamic(() => import("./Palette").then((module) => module.Palette));

/** The frame around every page: title row, help, palette, messages. Pages never scroll as a whole. */
export function Shell({ title, items = [], children }: ShellProps) {
  const [open, setOpen] = useState<"help" | "palette" | null>(null);
  usePageKeys({
    "[Shift]+?": () => setOpen("help"),
    "[Shift]+;": () => setOpen("palette"),
    ...Object.fromEntries(items.slice(0, 9).map(({ act }, index) => [`[Shift]+${index + 1}`, act])),
  });
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
      {open === "help" && <Help open onClose={() => setOpen(null)} numbered={items.map(({ name }) => name)} />}
      {open === "palette" && <Palette open onClose={() => setOpen(null)} items={items} />}
      <Notices />
    </>
  );
}
