"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Share, Upload, X } from "lucide-react";
import { useState } from "react";
import { z } from "zod";
import { doneReply, lookReply } from "@/contracts/replies";
import { type Look, parseLook, TABLE_PERCENT } from "@/core/finish";
import { errorText, getJson, sendJson } from "@/features/api/client";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { TextField } from "@/ui/TextField";
import { type Given, readGiven } from "./readGiven";
import { TablesPanel, useTables } from "./TablesPanel";
import { TakeLook } from "./TakeLook";

interface LooksPanelProps {
  readonly look: Look;
  /** The look as it is kept. */
  readonly line: string;
  readonly onDraft: (look: Look) => void;
  readonly onKeep: (look: Look) => void;
}

/** Looks that were saved: taken by a press, and this one saved under a name. */
export function LooksPanel({ look, line, onDraft, onKeep }: LooksPanelProps) {
  const client = useQueryClient();
  const looks = useQuery({ queryKey: ["looks"], queryFn: () => getJson("/api/looks", z.array(lookReply)) });
  const [name, setName] = useState("");
  const [openId, setOpenId] = useState<string | null>(null);
  const [unread, setUnread] = useState<string | null>(null);
  const onTake = (taken: string) => onKeep(parseLook(taken).look);
  const tables = useTables();
  const take = async (file: File) => {
    setUnread(null);
    // A file may be gone before it is read.
    const given = await readGiven(file).catch(
      (): Given => ({ kind: "neither", why: `${file.name} could not be read; give it again.` }),
    );
    switch (given.kind) {
      case "look":
        return onTake(given.line);
      case "table":
        return tables.add(given, (name) => onKeep({ ...look, table: { name, percent: TABLE_PERCENT.most } }));
      case "neither":
        return setUnread(given.why);
    }
  };
  const shared = looks.data?.find(({ id }) => id === openId) ?? null;
  const again = () => client.invalidateQueries({ queryKey: ["looks"] });
  const save = useMutation({
    mutationFn: (asked: { readonly name: string; readonly line: string }) =>
      sendJson("PUT", "/api/looks", asked, lookReply),
    onSuccess: () => {
      setName("");
      return again();
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => sendJson("DELETE", `/api/looks/${id}`, {}, doneReply),
    onSuccess: again,
  });
  return (
    <Box as="section" aria-label="Looks" borderTopWidth="1px" borderColor="line" py="8px">
      <Box fontSize="note" color="ash">
        Looks
      </Box>
      <Box as="ul" listStyleType="none">
        {(looks.data ?? []).map((saved) => (
          <Flex as="li" key={saved.id} align="center" gap="4px">
            <Action
              look="text"
              flex="1"
              justifyContent="flex-start"
              minW="0"
              title={saved.line}
              onClick={() => onTake(saved.line)}
            >
              {saved.name}
            </Action>
            <Action
              look="text"
              px="6px"
              aria-label={`Ways to take ${saved.name} along`}
              aria-expanded={openId === saved.id}
              onClick={() => setOpenId(openId === saved.id ? null : saved.id)}
            >
              <Share size={15} />
            </Action>
            <Action
              look="text"
              px="6px"
              aria-label={`Delete the look ${saved.name}`}
              onClick={() => remove.mutate(saved.id)}
            >
              <X size={15} />
            </Action>
          </Flex>
        ))}
      </Box>
      {shared && <TakeLook look={shared} tables={tables.all.map(({ name }) => name)} />}
      <TablesPanel tables={tables} look={look} onDraft={onDraft} onKeep={onKeep} />
      <FileInput
        label="A file of a look"
        accept=".txt,text/plain,.cube,.jpg,.jpeg,.png,.tif,.tiff,.webp,.avif"
        onFile={(file) => void take(file)}
      >
        <Action
          look="text"
          px="0"
          title="A look's own file, a picture that was finished here, or a .cube table of another program"
        >
          <Upload size={15} /> Read a look from a file
        </Action>
      </FileInput>
      {(unread ?? tables.problem) && (
        <Box fontSize="note" color="coral" role="alert" overflowWrap="anywhere">
          {unread ?? tables.problem}
        </Box>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== "") save.mutate({ name, line });
        }}
      >
        <Flex gap="8px" align="flex-end">
          <Box flex="1">
            <TextField
              label="Save this look as"
              value={name}
              maxLength={80}
              problem={save.error ? errorText(save.error) : undefined}
              onChange={(event) => setName(event.target.value)}
            />
          </Box>
          <Action type="submit" disabled={name.trim() === "" || line === ""}>
            Save
          </Action>
        </Flex>
      </form>
    </Box>
  );
}
