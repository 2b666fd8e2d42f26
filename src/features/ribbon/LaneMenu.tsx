"use client";

import { Menu, Portal } from "@chakra-ui/react";
import { Check, ChevronDown } from "lucide-react";
import { Action } from "@/ui/Action";
import type { Lane } from "./lanes";

interface LaneMenuProps {
  readonly lanes: readonly Lane[];
  /** By id. */
  readonly hidden: ReadonlySet<string>;
  readonly onHide: (hidden: ReadonlySet<string>) => void;
}

/** Which lanes the ribbon shows. */
export function LaneMenu({ lanes, hidden, onHide }: LaneMenuProps) {
  const toggle = (id: string) => {
    const after = new Set(hidden);
    if (!after.delete(id)) after.add(id);
    onHide(after);
  };
  return (
    <Menu.Root closeOnSelect={false}>
      <Menu.Trigger asChild>
        <Action
          position="absolute"
          left="8px"
          top="22px"
          minHeight="26px"
          px="8px"
          fontSize="label"
          bg="slate"
          display={{ base: "none", md: "inline-flex" }}
        >
          Lanes <ChevronDown size={13} />
        </Action>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {lanes.map(({ id, name }) => (
              <Menu.CheckboxItem
                key={id}
                value={id}
                checked={!hidden.has(id)}
                onCheckedChange={() => toggle(id)}
                gap="8px"
              >
                <Menu.ItemIndicator>
                  <Check size={13} />
                </Menu.ItemIndicator>
                {name}
              </Menu.CheckboxItem>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
