"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useState } from "react";
import { z } from "zod";
import { doneReply, lookReply } from "@/contracts/replies";
import { errorText, getJson, sendJson } from "@/features/api/client";
import { Action } from "@/ui/Action";
import { TextField } from "@/ui/TextField";

interface LooksPanelProps {
  /** The look as it is kept. */
  readonly line: string;
  readonly onTake: (line: string) => void;
}

/** Looks that were saved: taken by a press, and this one saved under a name. */
export function LooksPanel({ line, onTake }: LooksPanelProps) {
  const client = useQueryClient();
  const looks = useQuery({ queryKey: ["looks"], queryFn: () => getJson("/api/looks", z.array(lookReply)) });
  const [name, setName] = useState("");
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
              aria-label={`Delete the look ${look.name}`}
              onClick={() => remove.mutate(look.id)}
            >
              <X size={15} />
            </Action>
          </Flex>
        ))}
      </Box>
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
