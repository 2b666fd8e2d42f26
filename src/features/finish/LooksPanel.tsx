"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download, Share, Upload, X } from "lucide-react";
import { useState } from "react";
import { z } from "zod";
import { doneReply, type LookReply, lookReply } from "@/contracts/replies";
import { notInTable, parseLook, readLookFile } from "@/core/finish";
import { errorText, getJson, sendJson } from "@/features/api/client";
import { DownloadLink } from "@/features/api/DownloadLink";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { TextField } from "@/ui/TextField";

interface LooksPanelProps {
  /** The look as it is kept. */
  readonly line: string;
  readonly onTake: (line: string) => void;
}

/** So many letters of what could not be read are shown. */
const MOST_QUOTED = 40;

/** Ways in which a saved look goes to others: its line, a table of colours, a code for a camera. */
function TakeLook({ look: { id, name, line } }: { readonly look: LookReply }) {
  const href = (format: "line" | "cube" | "qr") => `/api/looks/${id}/file?format=${format}`;
  const left = notInTable(parseLook(line).look);
  return (
    <Box as="section" aria-label={`${name}, to take along`} py="6px" fontSize="note" color="ash">
      <Flex gap="12px" align="flex-start">
        <Box asChild width="132px" height="132px" bg="white" flexShrink="0">
          <img src={href("qr")} alt={`${line}, as a code that a camera reads`} />
        </Box>
        <Flex direction="column" gap="6px" align="flex-start">
          <Box>A camera reads this code as the look line.</Box>
          <Action asChild px="10px" minH="30px">
            <DownloadLink href={href("line")}>
              <Download size={15} /> Its line
            </DownloadLink>
          </Action>
          <Action asChild px="10px" minH="30px">
            <DownloadLink href={href("cube")}>
              <Download size={15} /> A .cube table
            </DownloadLink>
          </Action>
          {left.length > 0 && <Box>A table cannot hold what depends on the place: {left.join(", ")}.</Box>}
        </Flex>
      </Flex>
    </Box>
  );
}

/** Looks that were saved: taken by a press, and this one saved under a name. */
export function LooksPanel({ line, onTake }: LooksPanelProps) {
  const client = useQueryClient();
  const looks = useQuery({ queryKey: ["looks"], queryFn: () => getJson("/api/looks", z.array(lookReply)) });
  const [name, setName] = useState("");
  const [openId, setOpenId] = useState<string | null>(null);
  const [unread, setUnread] = useState<string | null>(null);
  const take = async (file: File) => {
    const { line: read, problems } = readLookFile(await file.text());
    const [problem] = problems;
    const found = problem?.found.slice(0, MOST_QUOTED);
    setUnread(problem ? `${file.name}: “${found}” is no part of a look; expected ${problem.expected}.` : null);
    if (!problem) onTake(read);
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
        {(looks.data ?? []).map((look) => (
          <Flex as="li" key={look.id} align="center" gap="4px">
            <Action
              look="text"
              flex="1"
              justifyContent="flex-start"
              minW="0"
              title={look.line}
              onClick={() => onTake(look.line)}
            >
              {look.name}
            </Action>
            <Action
              look="text"
              px="6px"
              aria-label={`Ways to take ${look.name} along`}
              aria-expanded={openId === look.id}
              onClick={() => setOpenId(openId === look.id ? null : look.id)}
            >
              <Share size={15} />
            </Action>
            <Action
              look="text"
              px="6px"
              aria-label={`Delete the look ${look.name}`}
              onClick={() => remove.mutate(look.id)}
            >
              <X size={15} />
            </Action>
          </Flex>
        ))}
      </Box>
      {shared && <TakeLook look={shared} />}
      <FileInput label="A file of a look" accept=".txt,text/plain" onFile={(file) => void take(file)}>
        <Action look="text" px="0">
          <Upload size={15} /> Read a look from a file
        </Action>
      </FileInput>
      {unread && (
        <Box fontSize="note" color="coral" role="alert" overflowWrap="anywhere">
          {unread}
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
