"use client";

import { Flex } from "@chakra-ui/react";
import { Download, FileUp } from "lucide-react";
import { type KitReply, kitFile } from "@/contracts/kit";
import { counted } from "@/core/words";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { handOver } from "@/ui/handOver";
import { notice } from "@/ui/Notice";
import { useKitChange } from "./useKitChange";

/** The kit as a file to take along, and back from one; a file that is wrong changes nothing. */
export function KitFile({ kit }: { readonly kit: KitReply }) {
  const { take } = useKitChange();
  const read = async (given: File) => {
    let data: unknown = null;
    try {
      data = JSON.parse(await given.text());
    } catch {
      return notice({ tone: "wrong", text: `${given.name} is no JSON file; your kit is as it was.` });
    }
    const checked = kitFile.safeParse(data);
    if (!checked.success) {
      const [issue] = checked.error.issues;
      const where = issue?.path.join(".") || "kit";
      return notice({ tone: "wrong", text: `${given.name}: ${where}: ${issue?.message} Your kit is as it was.` });
    }
    take(checked.data);
    const { phones, filters, clipOns, supports, figures } = checked.data;
    const what = [
      counted(phones.length, "phone"),
      counted(filters.length, "filter"),
      counted(clipOns.length, "clip-on"),
      counted(supports.length, "support"),
      ...(figures.length > 0 ? [counted(figures.length, "measured figure")] : []),
    ];
    notice({ tone: "said", text: `${what.join(", ")} from ${given.name}.` });
  };
  const download = () =>
    handOver("aevumen-kit.json", "application/json", JSON.stringify(kitFile.parse(withoutIds(kit)), null, 2));
  return (
    <Flex gap="8px" wrap="wrap">
      <Action onClick={download}>
        <Download size={15} /> Kit as a file
      </Action>
      <FileInput label="Kit file" accept=".json,application/json" onFile={(given) => void read(given)}>
        <Action>
          <FileUp size={15} /> From a file
        </Action>
      </FileInput>
    </Flex>
  );
}

function withoutIds(kit: KitReply): unknown {
  return Object.fromEntries(
    Object.entries(kit).map(([list, items]) => [list, items.map(({ id: _, ...item }) => item)]),
  );
}
