"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { z } from "zod";
import { doneReply, type TableReply, tableReply } from "@/contracts/replies";
import { type Look, TABLE_PERCENT } from "@/core/finish";
import { errorText, getJson, sendBytes, sendJson } from "@/features/api/client";
import { Action } from "@/ui/Action";
import { Slide } from "@/ui/Slide";
import { freeTableName } from "./readGiven";

/** Tables of colours that are kept. */
export interface Tables {
  readonly all: readonly TableReply[];
  /** Keeps one that was read, under its name or one like it. */
  readonly add: (table: { readonly name: string; readonly text: string }, onKept: (name: string) => void) => void;
  readonly remove: (id: string) => void;
  /** Why the last one was not kept; null where it was. */
  readonly problem: string | null;
}

export function useTables(): Tables {
  const client = useQueryClient();
  const tables = useQuery({ queryKey: ["tables"], queryFn: () => getJson("/api/tables", z.array(tableReply)) });
  const again = () => client.invalidateQueries({ queryKey: ["tables"] });
  const all = tables.data ?? [];
  const save = useMutation({
    mutationFn: ({ name, text }: { readonly name: string; readonly text: string }) => {
      const free = freeTableName(
        name,
        all.map((table) => table.name),
      );
      return sendBytes(`/api/tables?name=${free}`, new Blob([text], { type: "text/plain" }), tableReply);
    },
    onSuccess: again,
  });
  const remove = useMutation({
    mutationFn: (id: string) => sendJson("DELETE", `/api/tables/${id}`, {}, doneReply),
    onSuccess: again,
  });
  return {
    all,
    add: (table, onKept) => save.mutate(table, { onSuccess: ({ name }) => onKept(name) }),
    remove: (id) => remove.mutate(id),
    problem: save.error ? errorText(save.error) : null,
  };
}

interface TablesPanelProps {
  readonly tables: Tables;
  readonly look: Look;
  readonly onDraft: (look: Look) => void;
  readonly onKeep: (look: Look) => void;
}

/** Tables of colours of other programs: one of them is what a look goes through at its end, as far as somebody likes. */
export function TablesPanel({ tables, look, onDraft, onKeep }: TablesPanelProps) {
  const { table } = look;
  if (tables.all.length === 0 && !table) return null;
  return (
    <Box as="section" aria-label="Tables of colours" pt="6px">
      <Box fontSize="note" color="ash">
        Tables of colours
      </Box>
      <Box as="ul" listStyleType="none">
        {tables.all.map(({ id, name }) => (
          <Flex as="li" key={id} align="center" gap="4px">
            <Action
              look="text"
              flex="1"
              justifyContent="flex-start"
              minW="0"
              aria-pressed={table?.name === name}
              color={table?.name === name ? "lamp" : undefined}
              onClick={() =>
                onKeep({ ...look, table: table?.name === name ? null : { name, percent: TABLE_PERCENT.most } })
              }
            >
              {name}
            </Action>
            <Action look="text" px="6px" aria-label={`Delete the table ${name}`} onClick={() => tables.remove(id)}>
              <X size={15} />
            </Action>
          </Flex>
        ))}
      </Box>
      {table && (
        <Flex align="center" gap="10px" minH="30px" fontSize="note">
          <Box flex="1">
            <Slide
              label={`How much of ${table.name}`}
              least={TABLE_PERCENT.least}
              most={TABLE_PERCENT.most}
              value={table.percent}
              valueText={`${table.percent} %`}
              onDraft={(percent) => onDraft({ ...look, table: { ...table, percent } })}
              onChange={(percent) => onKeep({ ...look, table: { ...table, percent } })}
            />
          </Box>
          <Box width="56px" textAlign="right" fontFamily="mono">
            {table.percent} %
          </Box>
        </Flex>
      )}
    </Box>
  );
}
