"use client";

import { Command } from "cmdk";

/** A place to go or a thing to do, by name. */
export interface PaletteItem {
  readonly name: string;
  readonly act: () => void;
}

interface PaletteProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly items: readonly PaletteItem[];
}

/** Finds what a page can do by a few letters of its name. */
export function Palette({ open, onClose, items }: PaletteProps) {
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(next) => !next && onClose()}
      label="Find and do"
      overlayClassName="palette-ground"
      contentClassName="palette"
      loop
    >
      <Command.Input placeholder="Where to, or what to do?" />
      <Command.List>
        <Command.Empty>Nothing here has that name.</Command.Empty>
        {items.map(({ name, act }) => (
          <Command.Item
            key={name}
            onSelect={() => {
              onClose();
              act();
            }}
          >
            {name}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
