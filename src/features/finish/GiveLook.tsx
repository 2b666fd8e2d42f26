"use client";

import { Box, Flex, SimpleGrid } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { z } from "zod";
import { finishReply, type ResultReply, resultsReply } from "@/contracts/replies";
import { counted } from "@/core/words";
import { errorText, getJson, sendJson } from "@/features/api/client";
import { smallUrl } from "@/features/api/pictures";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";
import { notice } from "@/ui/Notice";

interface GiveLookProps {
  readonly name: string;
  readonly line: string;
  /** The result that has it already. */
  readonly stackId: string | null;
}

interface ChoiceProps {
  readonly result: ResultReply;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function Choice({ result: { hash, shotName, outingName }, isChosen, onChoose }: ChoiceProps) {
  return (
    <Box
      asChild
      textAlign="left"
      borderWidth="2px"
      borderColor={isChosen ? "lamp" : "transparent"}
      cursor="pointer"
      minW="0"
    >
      <button type="button" aria-pressed={isChosen} aria-label={`${shotName}, ${outingName}`} onClick={onChoose}>
        <Box asChild width="100%" aspectRatio={4 / 3} objectFit="cover" bg="ground">
          <img src={smallUrl(hash)} alt="" loading="lazy" />
        </Box>
        <Box fontSize="note" truncate>
          {shotName}
        </Box>
        <Box fontSize="note" color="ash" truncate>
          {outingName}
        </Box>
      </button>
    </Box>
  );
}

/** The look for other results, of any outing: each chosen one gets a version of its own. */
export function GiveLook({ name, line, stackId }: GiveLookProps) {
  const client = useQueryClient();
  const [isOpen, setIsOpen] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const results = useQuery({
    queryKey: ["results"],
    queryFn: () => getJson("/api/results", resultsReply),
    enabled: isOpen,
  });
  const others = (results.data ?? []).filter((result) => result.stackId !== stackId);
  const give = useMutation({
    mutationFn: (ids: readonly string[]) =>
      sendJson(
        "POST",
        "/api/finishes",
        { sources: ids.map((id) => ({ stackId: id })), name, line },
        z.array(finishReply),
      ),
    onSuccess: (made) => {
      setChosen(new Set());
      notice({
        tone: "said",
        text: `This look was given to ${counted(made.length, "picture")}, as a version of each.`,
      });
      return client.invalidateQueries({ queryKey: ["shot"] });
    },
  });
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Fold title="Give this look to other pictures" open={isOpen} onOpen={setIsOpen}>
      {isOpen && results.data && others.length === 0 && (
        <Box fontSize="note" color="ash">
          There is no other fused picture yet.
        </Box>
      )}
      <SimpleGrid columns={3} gap="6px" maxH="330px" overflowY="auto" py="6px">
        {others.map((result) => (
          <Choice
            key={result.stackId}
            result={result}
            isChosen={chosen.has(result.stackId)}
            onChoose={() => toggle(result.stackId)}
          />
        ))}
      </SimpleGrid>
      {others.length > 0 && (
        <Flex gap="6px" wrap="wrap" pb="8px">
          <Action
            px="10px"
            disabled={chosen.size === 0 || line === "" || give.isPending}
            onClick={() => give.mutate([...chosen])}
          >
            Give it to {counted(chosen.size, "picture")}
          </Action>
          <Action look="text" px="8px" onClick={() => setChosen(new Set(others.map((result) => result.stackId)))}>
            All of them
          </Action>
        </Flex>
      )}
      {give.error && (
        <Box fontSize="note" color="coral" role="alert">
          {errorText(give.error)}
        </Box>
      )}
    </Fold>
  );
}
