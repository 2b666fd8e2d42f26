"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useQueryErrorResetBoundary } from "@tanstack/react-query";
import { errorText, ProblemError } from "@/features/api/client";
import { Action } from "@/ui/Action";

interface ErrorPageProps {
  readonly error: Error;
  readonly reset: () => void;
}

/** What stands where a page could not be shown: what is wrong, and a way to try again. */
export default function ErrorPage({ error, reset }: ErrorPageProps) {
  const queries = useQueryErrorResetBoundary();
  const known = error instanceof ProblemError;
  return (
    <Flex direction="column" height="100dvh" align="flex-start" justify="center" gap="12px" px="12%">
      <Box as="h1" fontSize="heading" fontWeight={560}>
        {known ? "This page could not be filled." : "This page broke."}
      </Box>
      <Box color="ash" maxW="60ch" role="alert">
        {known ? errorText(error) : "Your frames and results are safe on disk."}
      </Box>
      <Action
        look="main"
        onClick={() => {
          queries.reset();
          reset();
        }}
      >
        Try again
      </Action>
    </Flex>
  );
}
