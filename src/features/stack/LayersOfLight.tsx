"use client";

import { Box, Flex } from "@chakra-ui/react";
import { LAYER_OFF_STOPS, LAYERS, type LayerId, MOST_LAYER_STOPS } from "@/core/stack";
import { signed } from "@/core/words";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import { Action } from "@/ui/Action";
import { Slide } from "@/ui/Slide";
import type { Balance } from "./useBalance";

/** A hand weighs in sixths of a stop. */
const STEPS = 6;

const weightText = (stops: number): string => (stops <= -LAYER_OFF_STOPS ? "left out" : signed(stops));

/** One of a result's parts: small, switched off and on by a press, with its name, weighed in stops. */
function Layer({ id, balance }: { readonly id: LayerId; readonly balance: Balance }) {
  const { stops, alone, draft, keep } = balance;
  const by = stops[id] ?? 0;
  const isOff = by <= -LAYER_OFF_STOPS;
  const small = alone.get(id);
  const { name, holds } = LAYERS[id];
  return (
    <Flex as="li" gap="10px" py="6px" align="center">
      <Action
        look="tile"
        width="72px"
        height="54px"
        flexShrink="0"
        bg="slate"
        opacity={isOff ? 0.3 : 1}
        aria-pressed={!isOff}
        aria-label={isOff ? `Take in again: ${name}` : `Leave out: ${name}`}
        title={`${isOff ? "Take in again" : "Leave out"}: ${holds}`}
        onClick={() => keep(id, isOff ? 0 : -LAYER_OFF_STOPS)}
      >
        {small && (
          <Box asChild width="100%" height="100%" objectFit="contain">
            <PixelCanvas pixels={small} name={`${name}, by itself`} />
          </Box>
        )}
      </Action>
      <Box flex="1" minW="0">
        <Flex align="center" gap="8px" minH="30px" title={holds}>
          <Box flex="1">{name}</Box>
          <Box fontFamily="mono" fontVariantNumeric="tabular-nums" color={by === 0 ? "ash" : "bone"}>
            {weightText(by)}
          </Box>
        </Flex>
        <Slide
          label={`${name}, stops`}
          least={-LAYER_OFF_STOPS * STEPS}
          most={MOST_LAYER_STOPS * STEPS}
          value={Math.round(by * STEPS)}
          valueText={weightText(by)}
          onDraft={(steps) => draft(id, steps / STEPS)}
          onChange={(steps) => keep(id, steps / STEPS)}
        />
      </Box>
    </Flex>
  );
}

/** The parts of which a result is made, to be weighed against each other without fusing again. */
export function LayersOfLight({ balance }: { readonly balance: Balance }) {
  const isWeighed = balance.layers.some((id) => (balance.stops[id] ?? 0) !== 0);
  return (
    <Box as="section" aria-label="Layers of light" py="8px" borderBottomWidth="1px" borderColor="line">
      <Flex align="center" minH="30px">
        <Box flex="1" fontSize="note" color="ash">
          Layers of light: they add up to the picture
        </Box>
        {isWeighed && (
          <Action look="text" fontSize="note" px="8px" minH="30px" onClick={balance.asFused}>
            As fused
          </Action>
        )}
      </Flex>
      <Box as="ul" listStyleType="none">
        {balance.layers.map((id) => (
          <Layer key={id} id={id} balance={balance} />
        ))}
      </Box>
    </Box>
  );
}
