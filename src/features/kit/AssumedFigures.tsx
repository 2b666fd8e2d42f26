"use client";

import { Box, Grid, Input } from "@chakra-ui/react";
import { useState } from "react";
import { figureRequest, type KitReply } from "@/contracts/kit";
import { ASSUMED, ASSUMPTION_IDS, type AssumptionId } from "@/core/assumed";
import { typedNumber } from "@/core/words";
import { useKitChange } from "./useKitChange";

type Figure = KitReply["figures"][number];

/** One figure: what is assumed, and the person's own measurement once there is one. */
function FigureRow({ id, own }: { readonly id: AssumptionId; readonly own: Figure | undefined }) {
  const { name, value, unit, because, measure } = ASSUMED[id];
  const { save, remove } = useKitChange();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = () => {
    if (typed === null) return;
    const text = typed.trim();
    if (text === "") {
      if (own) remove("figures", own);
    } else {
      const read = figureRequest.safeParse({ name: id, value: typedNumber(text) });
      if (!read.success) return setProblem(read.error.issues[0]!.message);
      if (read.data.value !== own?.value) save("figures", read.data, own && { name: id, value: own.value });
    }
    setProblem(null);
    setTyped(null);
  };
  return (
    <Box as="li" py="7px" borderTopWidth="1px">
      <Grid templateColumns="1fr 92px 92px" gap="8px" alignItems="baseline">
        <Box>{name}</Box>
        {measure === null ? (
          <Box fontFamily="mono" textAlign="right">
            {value}
          </Box>
        ) : (
          <Input
            size="sm"
            fontFamily="mono"
            textAlign="right"
            aria-label={`${name}, ${unit}`}
            aria-invalid={problem !== null}
            inputMode="decimal"
            placeholder={String(value)}
            value={typed ?? (own ? String(own.value) : "")}
            onChange={({ target }) => setTyped(target.value)}
            onBlur={keep}
            onKeyDown={({ key }) => key === "Enter" && keep()}
          />
        )}
        <Box color="ash" fontSize="note">
          {unit}
        </Box>
      </Grid>
      <Box color="ash" fontSize="note">
        <Box as="span" color={own ? "moss" : "ash"}>
          {own ? `Measured; ${value} is assumed.` : "Assumed."}
        </Box>{" "}
        {because} {measure}
      </Box>
      {problem !== null && (
        <Box role="alert" color="coral" fontSize="note">
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** Figures that decide something and have no published source: each is assumed until its owner has measured it. */
export function AssumedFigures({ figures }: { readonly figures: readonly Figure[] }) {
  return (
    <Box as="section" aria-label="Assumed figures" mt="44px" mb="28px">
      <Box as="h2" fontSize="title" fontWeight={600}>
        Assumed figures
      </Box>
      <Box color="ash" fontSize="note" mb="6px">
        Nobody has published these. Put in what you have measured, and everything goes by that; empty a field to go
        back.
      </Box>
      <Grid as="ul" listStyleType="none" templateColumns={{ base: "1fr", xl: "1fr 1fr" }} columnGap="36px">
        {ASSUMPTION_IDS.map((id) => (
          <FigureRow key={id} id={id} own={figures.find(({ name }) => name === id)} />
        ))}
      </Grid>
    </Box>
  );
}
