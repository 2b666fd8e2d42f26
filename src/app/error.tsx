"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Action } from "@/ui/Action";

export default function ErrorPage({ reset }: { readonly reset: () => void }) {
  return (
    <Flex direction="column" height="100dvh" align="flex-start" justify="center" gap="12px" px="12%">
      <Box as="h1" fontSize="24px" fontWeight={560}>
        This page broke.
      </Box>
      <Box color="ash">
        Your frames and results are safe on disk. Draw the page again; if it breaks again, reload it.
      </Box>
      <Action look="main" onClick={reset}>
        Draw it again
      </Action>
    </Flex>
  );
}
