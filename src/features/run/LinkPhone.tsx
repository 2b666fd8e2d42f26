"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { PhoneReply } from "@/contracts/phoneReply";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";
import { Fold } from "@/ui/Fold";

interface LinkPhoneProps {
  /** Null while none answers. */
  readonly phone: PhoneReply | null;
  readonly busy: boolean;
  /** What went wrong with the last try, in words; null for nothing. */
  readonly problem: string | null;
  /** Null goes back to the stand-in. */
  readonly onLink: (link: { readonly address: string; readonly token: string } | null) => void;
}

const BY = {
  environment: "named by the environment of this server",
  person: "linked by its address",
  "stand-in": "a stand-in: it looks at the simulated scene of this shot",
} as const;

/** Which phone takes the frames, and another one by its address. */
export function LinkPhone({ phone, busy, problem, onLink }: LinkPhoneProps) {
  const [address, setAddress] = useState("");
  const [token, setToken] = useState("");
  return (
    <Box py="6px" borderBottomWidth="1px" borderColor="line">
      <Box fontSize="note" color="ash">
        {phone ? `${phone.name}, ${BY[phone.linkedBy]}.` : "The phone does not answer."}
      </Box>
      <Fold title="Link another phone">
        <Row label="Address">
          <Entry
            label="The phone's address"
            width="190px"
            placeholder="http://192.168.4.1:8080"
            value={address}
            onCommit={(text) => {
              setAddress(text.trim());
              return null;
            }}
          />
        </Row>
        <Row label="Token">
          <Entry
            label="The phone's token"
            width="190px"
            value={token}
            onCommit={(text) => {
              setToken(text.trim());
              return null;
            }}
          />
        </Row>
        {problem && (
          <Box color="coral" role="alert" fontSize="note">
            {problem}
          </Box>
        )}
        <Flex gap="14px" py="6px" wrap="wrap">
          <Action disabled={busy || address === "" || token === ""} onClick={() => onLink({ address, token })}>
            Link it
          </Action>
          {(phone === null || phone.linkedBy === "person") && (
            <Action look="text" color="ash" disabled={busy} onClick={() => onLink(null)}>
              Back to the stand-in
            </Action>
          )}
        </Flex>
        <Box fontSize="note" color="ash">
          Any camera that speaks the phone protocol; its page stands in the documentation.
        </Box>
      </Fold>
    </Box>
  );
}
