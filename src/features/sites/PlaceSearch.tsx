"use client";

import { Box, Input } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { placesReply } from "@/contracts/replies";
import type { NamedPlace } from "@/core/formats";
import { getJson } from "@/features/api/client";
import { Action } from "@/ui/Action";

const LEAST_LETTERS = 2;

/** Finds a place by its first letters in the bundled gazetteer. */
export function PlaceSearch({
  label = "or find a town (no network needed)",
  onPlace,
}: {
  readonly label?: string;
  readonly onPlace: (place: NamedPlace) => void;
}) {
  const id = useId();
  const [text, setText] = useState("");
  const search = text.trim();
  const found = useQuery({
    queryKey: ["places", search],
    queryFn: () => getJson(`/api/places?q=${encodeURIComponent(search)}`, placesReply),
    enabled: search.length >= LEAST_LETTERS,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <Box position="relative">
      <Box asChild fontSize="note" color="ash" display="block" mb="2px">
        <label htmlFor={id}>{label}</label>
      </Box>
      <Input
        id={id}
        size="sm"
        height="34px"
        bg="slate"
        borderColor="line"
        borderRadius="part"
        value={text}
        autoComplete="off"
        placeholder="The first letters of its name"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setText("")}
      />
      {search.length >= LEAST_LETTERS && found.data && (
        <Box as="ul" listStyleType="none" borderWidth="1px" borderColor="line" bg="slate" maxH="210px" overflowY="auto">
          {found.data.length === 0 && (
            <Box as="li" px="10px" py="5px" color="ash" fontSize="note">
              No town begins like that. Type coordinates, or click on the map.
            </Box>
          )}
          {found.data.map((place) => (
            <Box as="li" key={`${place.name} ${place.latitudeDeg} ${place.longitudeDeg}`}>
              <Action
                look="tile"
                width="100%"
                textAlign="left"
                px="10px"
                py="5px"
                fontSize="note"
                _hover={{ color: "lamp" }}
                onClick={() => {
                  setText("");
                  onPlace(place);
                }}
              >
                {place.name}
                <Box as="span" color="ash">{`, ${place.country}`}</Box>
              </Action>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
