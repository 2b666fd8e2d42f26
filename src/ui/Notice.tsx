"use client";

import { Box, Flex } from "@chakra-ui/react";
import { X } from "lucide-react";
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from "react";

interface Message {
  readonly text: string;
  readonly tone: "said" | "wrong";
  readonly undo?: (() => void) | undefined;
}

const NoticeContext = createContext<(message: Message) => void>(() => {});

const SHOWN_MS = 9000;

/** Says one thing at the foot of the screen, with an undo where there is one. */
export function useNotice(): (message: Message) => void {
  return useContext(NoticeContext);
}

/** Holds the one message that is shown at a time. */
export function NoticeProvider({ children }: { readonly children: ReactNode }) {
  const [message, setMessage] = useState<Message | null>(null);
  const show = useCallback((next: Message) => setMessage(next), []);
  useEffect(() => {
    if (!message) return;
    const timer = setTimeout(() => setMessage(null), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [message]);
  const close = useMemo(() => () => setMessage(null), []);
  return (
    <NoticeContext.Provider value={show}>
      {children}
      <Box
        aria-live="polite"
        position="fixed"
        bottom="56px"
        left="50%"
        transform="translateX(-50%)"
        zIndex={40}
        maxW="min(640px, 92vw)"
      >
        {message && (
          <Flex
            align="center"
            gap="14px"
            bg="slate"
            borderWidth="1px"
            borderColor={message.tone === "wrong" ? "coral" : "line"}
            px="16px"
            py="9px"
            borderRadius="3px"
          >
            <Box flex="1">{message.text}</Box>
            {message.undo && (
              <Box
                as="button"
                color="lamp"
                fontWeight={600}
                minH="32px"
                onClick={() => {
                  message.undo?.();
                  close();
                }}
              >
                Undo
              </Box>
            )}
            <Box as="button" aria-label="Close this message" color="ash" onClick={close}>
              <X size={16} />
            </Box>
          </Flex>
        )}
      </Box>
    </NoticeContext.Provider>
  );
}
