"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";

/** A phone's screen is looked at again so long after it was seen. */
const AGAIN_MS = 2000;

/** What the linked phone's screen shows where the shot is taken; `otherwise` while it shows nothing. */
export function PhoneScreen({ shotId, otherwise }: { readonly shotId: string; readonly otherwise: string }) {
  // Only once the page is alive: what has loaded before tells nobody.
  const [look, setLook] = useState<number | null>(null);
  useEffect(() => setLook(0), []);
  const [state, setState] = useState<"waits" | "there" | "away">("waits");
  useEffect(() => {
    if (state !== "there") return;
    const timer = setTimeout(() => {
      if (!document.hidden) setLook((look ?? 0) + 1);
    }, AGAIN_MS);
    return () => clearTimeout(timer);
  }, [state, look]);
  return (
    <>
      {state !== "away" && look !== null && (
        <Box asChild position="absolute" inset="0" width="100%" height="100%" objectFit="contain">
          <img
            src={`/api/shots/${shotId}/preview?look=${look}`}
            alt="What the phone's screen shows now"
            hidden={state !== "there"}
            onLoad={() => setState("there")}
            onError={() => setState(state === "there" ? "there" : "away")}
          />
        </Box>
      )}
      {state === "there" ? (
        <Box
          position="absolute"
          left="12px"
          bottom="12px"
          maxW="52ch"
          px="10px"
          py="6px"
          bg="veil"
          color="onPicture"
          fontSize="note"
        >
          The phone's screen now. It brightens the dark and shows no long exposure: a test frame tells, this does not.
        </Box>
      ) : (
        <Flex height="100%" align="center" justify="center" bg="slate" color="ash" px="24px" textAlign="center">
          <Box maxW="44ch">{otherwise}</Box>
        </Flex>
      )}
    </>
  );
}
