"use client";

import { Box, Flex, Grid, Input } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download, FileUp, Plus, Trash2 } from "lucide-react";
import { useRef, useState } from "react";
import { z } from "zod";
import { filterRequest, kitFile, kitReply, type PhoneRequest, phoneRequest } from "@/contracts/kit";
import { filterStops } from "@/core/light";
import { parseRecipe } from "@/core/recipe";
import { errorText, getJson, sendJson } from "@/features/api/client";
import { Action } from "@/ui/Action";
import { useNotice } from "@/ui/Notice";
import { PhoneForm } from "./PhoneForm";

const anything = z.unknown();

/** Reads a filter as the recipe line does: `nd 8`, `3 stops`, `od 0.9`. */
function readFilter(text: string) {
  const { recipe, problems } = parseRecipe(text);
  const [filter, more] = recipe.filters;
  return problems.length === 0 && filter && !more ? filter : null;
}

/** Kit: the phones and filters that recipes are made for. */
export function KitPage() {
  const client = useQueryClient();
  const notice = useNotice();
  const file = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const [strength, setStrength] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const kit = useQuery({ queryKey: ["kit"], queryFn: () => getJson("/api/kit", kitReply) }).data;
  const refresh = async () => {
    await client.invalidateQueries({ queryKey: ["kit"] });
    await client.invalidateQueries({ queryKey: ["phone"] });
  };
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const send = useMutation({
    mutationFn: ({
      method,
      url,
      body,
    }: {
      readonly method: "POST" | "PUT" | "DELETE";
      readonly url: string;
      readonly body?: unknown;
    }) => sendJson(method, url, body, anything),
    onSettled: refresh,
    onError: wrong,
  });
  if (!kit) return <Box flex="1" />;

  const addFilter = () => {
    const read = readFilter(strength);
    if (!read) return setProblem("Write its strength as nd 8, 3 stops or od 0.9.");
    const checked = filterRequest.safeParse({ name: name.trim() === "" ? strength.trim() : name, ...read });
    if (!checked.success) return setProblem(checked.error.issues[0]?.message ?? "That cannot be used.");
    setProblem(null);
    setName("");
    setStrength("");
    send.mutate({ method: "POST", url: "/api/kit/filters", body: checked.data });
  };
  const savePhone = (phone: PhoneRequest, before: PhoneRequest | null) => {
    send.mutate({ method: "PUT", url: "/api/kit/phones", body: phone });
    setChosen(phone.name);
    notice({
      tone: "said",
      text: `${phone.name} is saved.`,
      undo: before ? () => send.mutate({ method: "PUT", url: "/api/kit/phones", body: before }) : undefined,
    });
  };
  const takeFile = async (given: File) => {
    let data: unknown = null;
    try {
      data = JSON.parse(await given.text());
    } catch {
      return notice({ tone: "wrong", text: `${given.name} is no JSON file; your kit is as it was.` });
    }
    const read = kitFile.safeParse(data);
    if (!read.success) {
      const [issue] = read.error.issues;
      return notice({
        tone: "wrong",
        text: `${given.name}: ${issue?.path.join(".") || "kit"}: ${issue?.message} Your kit is as it was.`,
      });
    }
    send.mutate({ method: "POST", url: "/api/kit", body: read.data });
    notice({
      tone: "said",
      text: `${read.data.phones.length} phones and ${read.data.filters.length} filters from ${given.name}.`,
    });
  };
  const download = () => {
    const phones = kit.phones.map(({ name: called, profile }) => ({ name: called, profile }));
    const filters = kit.filters.map(({ name: called, notation, value }) => ({ name: called, notation, value }));
    const url = URL.createObjectURL(
      new Blob([JSON.stringify({ phones, filters }, null, 2)], { type: "application/json" }),
    );
    const link = document.createElement("a");
    link.href = url;
    link.download = "aevumen-kit.json";
    link.click();
    URL.revokeObjectURL(url);
  };
  const phone = kit.phones.find(({ name: called }) => called === chosen) ?? kit.phones[0];
  return (
    <Grid flex="1" minH="0" overflowY="auto" templateColumns={{ base: "1fr", md: "380px 1fr" }}>
      <Box px="24px" py="20px" borderRightWidth={{ base: 0, md: "1px" }} borderColor="line">
        <Box as="h1" fontSize="20px" fontWeight={600} mb="4px">
          Filters
        </Box>
        <Box color="ash" fontSize="13px" mb="8px">
          Read in all three notations; a pair of sunglasses is one too, of about 2 to 3.5 stops.
        </Box>
        <Box as="ul" listStyleType="none">
          {kit.filters.map((filter) => (
            <Flex as="li" key={filter.id} align="center" gap="10px" py="6px" borderTopWidth="1px" borderColor="line">
              <Box flex="1">{filter.name}</Box>
              <Box fontFamily="mono" fontSize="13px" color="ash">
                {`${filterStops(filter).toFixed(1)} stops, ×${Math.round(2 ** filterStops(filter))}`}
              </Box>
              <Box
                as="button"
                aria-label={`Delete ${filter.name}`}
                color="ash"
                _hover={{ color: "coral" }}
                onClick={() => {
                  send.mutate({ method: "DELETE", url: `/api/kit/filters/${filter.id}` });
                  const { name: called, notation, value } = filter;
                  notice({
                    tone: "said",
                    text: `${called} is out of the kit.`,
                    undo: () =>
                      send.mutate({ method: "POST", url: "/api/kit/filters", body: { name: called, notation, value } }),
                  });
                }}
              >
                <Trash2 size={15} />
              </Box>
            </Flex>
          ))}
        </Box>
        <Grid
          as="form"
          gap="8px"
          pt="10px"
          borderTopWidth="1px"
          borderColor="line"
          onSubmit={(event) => {
            event.preventDefault();
            addFilter();
          }}
        >
          <Input
            size="sm"
            bg="slate"
            borderColor="line"
            aria-label="Name of the filter"
            placeholder="Name, such as sunglasses"
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
          <Flex gap="8px">
            <Input
              size="sm"
              bg="slate"
              borderColor={problem ? "coral" : "line"}
              fontFamily="mono"
              aria-label="Strength of the filter"
              placeholder="nd 8, 3 stops or od 0.9"
              value={strength}
              aria-invalid={problem !== null}
              onChange={(event) => setStrength(event.target.value)}
            />
            <Action type="submit" minHeight="32px">
              <Plus size={14} /> Add
            </Action>
          </Flex>
          {problem && (
            <Box color="coral" fontSize="12.5px" role="alert">
              {problem}
            </Box>
          )}
        </Grid>
        <Flex gap="8px" mt="24px" wrap="wrap">
          <Action onClick={download}>
            <Download size={15} /> Kit as a file
          </Action>
          <Action onClick={() => file.current?.click()}>
            <FileUp size={15} /> From a file
          </Action>
          <input
            ref={file}
            type="file"
            hidden
            accept=".json,application/json"
            aria-label="Kit file"
            onChange={(event) => {
              const given = event.target.files?.[0];
              if (given) void takeFile(given);
              event.target.value = "";
            }}
          />
        </Flex>
      </Box>
      <Box px={{ base: "24px", md: "40px" }} py="20px">
        <Flex gap="14px" align="baseline" wrap="wrap" mb="6px">
          <Box as="h1" fontSize="20px" fontWeight={600}>
            Phones
          </Box>
          {kit.phones.map(({ id, name: called }) => (
            <Box
              as="button"
              key={id}
              color={called === phone?.name ? "lamp" : "bone"}
              aria-pressed={called === phone?.name}
              onClick={() => setChosen(called)}
            >
              {called}
            </Box>
          ))}
        </Flex>
        {!phone && (
          <Box color="ash">
            No phone yet. The stand-in of the demo works without one; take a kit from a file to add yours.
          </Box>
        )}
        {phone && (
          <PhoneForm
            key={phone.name}
            phone={{ name: phone.name, profile: phone.profile }}
            onSave={(next) =>
              savePhone(next, next.name === phone.name ? { name: phone.name, profile: phone.profile } : null)
            }
            onDelete={() => {
              send.mutate({ method: "DELETE", url: `/api/kit/phones/${phone.id}` });
              const before = phoneRequest.parse({ name: phone.name, profile: phone.profile });
              notice({
                tone: "said",
                text: `${phone.name} is out of the kit.`,
                undo: () => send.mutate({ method: "PUT", url: "/api/kit/phones", body: before }),
              });
            }}
          />
        )}
      </Box>
    </Grid>
  );
}
