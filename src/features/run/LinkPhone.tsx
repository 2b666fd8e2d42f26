"use client";

import { Box, Flex } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { type PhoneReply, phoneLink } from "@/contracts/phoneReply";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";
import { TextField } from "@/ui/TextField";

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
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(phoneLink),
    defaultValues: { address: "", token: "" },
  });
  return (
    <Box py="6px" borderBottomWidth="1px" borderColor="line">
      <Box fontSize="note" color="ash">
        {phone ? `${phone.name}, ${BY[phone.linkedBy]}.` : "The phone does not answer."}
      </Box>
      <Fold title="Link another phone">
        <form noValidate onSubmit={handleSubmit((link) => onLink(link))}>
          <TextField
            label="The phone's address"
            placeholder="http://192.168.4.1:8080"
            problem={formState.errors.address?.message}
            {...register("address")}
          />
          <TextField label="The phone's token" problem={formState.errors.token?.message} {...register("token")} />
          {problem && (
            <Box color="coral" role="alert" fontSize="note" mt="6px">
              {problem}
            </Box>
          )}
          <Flex gap="14px" py="8px" wrap="wrap">
            <Action type="submit" disabled={busy}>
              Link it
            </Action>
            {(phone === null || phone.linkedBy === "person") && (
              <Action look="text" color="ash" disabled={busy} onClick={() => onLink(null)}>
                Back to the stand-in
              </Action>
            )}
          </Flex>
        </form>
        <Box fontSize="note" color="ash">
          Any camera that speaks the phone protocol; its page stands in the documentation.
        </Box>
      </Fold>
    </Box>
  );
}
