"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useEffect, useState } from "react";
import { FILM_SECONDS } from "@/core/stack";
import { counted } from "@/core/words";
import { errorText, getBlob } from "@/features/api/client";
import { Action } from "@/ui/Action";
import { Slide } from "@/ui/Slide";

interface FilmViewProps {
  readonly stackId: string;
  /** How many frames it grows by. */
  readonly frames: number;
  /** A small picture of what it ends with, while it is made. */
  readonly still: string;
  readonly onBack: () => void;
}

const FILL = { width: "100%", height: "100%", objectFit: "contain" } as const;

/** The picture growing frame by frame as a film of a length that is chosen, to be looked at and taken away. */
export function FilmView({ stackId, frames, still, onBack }: FilmViewProps) {
  const [seconds, setSeconds] = useState<number>(FILM_SECONDS.usual);
  const film = useMutation({
    mutationFn: async (length: number) => ({
      length,
      address: URL.createObjectURL(await getBlob(`/api/stacks/${stackId}/film?seconds=${length}`)),
    }),
  });
  const address = film.data?.address ?? null;
  useEffect(() => () => void (address && URL.revokeObjectURL(address)), [address]);
  const isThere = address !== null && film.data?.length === seconds && !film.isPending;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box flex="1" minH="0">
        {isThere ? (
          <Box asChild {...FILL}>
            <video src={address} controls autoPlay loop playsInline muted aria-label="The picture as it grows" />
          </Box>
        ) : (
          <Box asChild {...FILL} opacity={0.6}>
            <img src={still} alt="What it ends with" />
          </Box>
        )}
      </Box>
      <Flex px="14px" py="8px" gap="6px 14px" align="center" wrap="wrap" fontSize="note" color="ash">
        <Box flex="1" minW="200px" role="status">
          {film.isPending
            ? `The film is made: ${counted(frames, "frame")} are fused one after the other.`
            : film.error
              ? errorText(film.error)
              : `The picture grows by ${counted(frames, "frame")} for ${seconds} seconds, and stays.`}
        </Box>
        <Flex align="center" gap="10px">
          {seconds} s
          <Slide
            label="Length of the film, seconds"
            width="140px"
            least={FILM_SECONDS.least}
            most={FILM_SECONDS.most}
            value={seconds}
            valueText={`${seconds} seconds`}
            onChange={setSeconds}
          />
        </Flex>
        {isThere ? (
          <Action asChild look="main">
            <a href={address} download="aevumen-growing.mp4">
              <Download size={15} /> Take it, MP4
            </a>
          </Action>
        ) : (
          <Action look="main" disabled={film.isPending} onClick={() => film.mutate(seconds)}>
            Make the film
          </Action>
        )}
        <Action onClick={onBack}>Back to the result</Action>
      </Flex>
    </Flex>
  );
}
