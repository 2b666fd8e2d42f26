"use client";

import { Box, Grid, Input } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { type FormEvent, useId, useState } from "react";
import type { z } from "zod";
import { outingRequest } from "@/contracts/requests";
import { Action } from "@/ui/Action";

interface OutingFormProps {
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onSubmit: (request: z.infer<typeof outingRequest>) => void;
}

interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly problem: string | undefined;
  readonly type?: string;
  readonly placeholder?: string;
}

function Field({ label, value, onChange, problem, type = "text", placeholder }: FieldProps) {
  const id = useId();
  return (
    <Box>
      <Box asChild fontSize="12.5px" color="ash" display="block" mb="3px">
        <label htmlFor={id}>{label}</label>
      </Box>
      <Input
        id={id}
        type={type}
        value={value}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
        bg="slate"
        borderColor={problem ? "coral" : "line"}
        borderRadius="3px"
        height="38px"
        _placeholder={{ color: "ash" }}
      />
      {problem && (
        <Box id={`${id}-problem`} color="coral" fontSize="12.5px" mt="3px">
          {problem}
        </Box>
      )}
    </Box>
  );
}

const degrees = (text: string): number => (text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".")));

/** Asks for what an outing needs: a name, a place by coordinates, a night. What was typed stays when it is wrong. */
export function OutingForm({ busy, problem, onSubmit }: OutingFormProps) {
  const [name, setName] = useState("");
  const [siteName, setSiteName] = useState("");
  const [latitude, setLatitude] = useState("");
  const [longitude, setLongitude] = useState("");
  const [date, setDate] = useState(() => DateTime.now().toISODate());
  const [problems, setProblems] = useState<Record<string, string>>({});

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const request = outingRequest.safeParse({
      name: name.trim() === "" ? siteName : name,
      date,
      site: { name: siteName, latitudeDeg: degrees(latitude), longitudeDeg: degrees(longitude) },
    });
    if (request.success) {
      setProblems({});
      onSubmit(request.data);
      return;
    }
    const found: Record<string, string> = {};
    for (const { path, code, message } of request.error.issues) {
      const field = String(path.at(-1));
      found[field] ??= code === "invalid_type" ? "Write it as a decimal number, such as 51.48." : message;
    }
    setProblems(found);
  };

  return (
    <Grid as="form" gap="11px" onSubmit={submit}>
      <Field
        label="Place"
        value={siteName}
        onChange={setSiteName}
        problem={problems.name}
        placeholder="What you call it"
      />
      <Grid templateColumns="1fr 1fr" gap="11px">
        <Field
          label="Latitude, north positive"
          value={latitude}
          onChange={setLatitude}
          problem={problems.latitudeDeg}
          placeholder="51.48"
        />
        <Field
          label="Longitude, east positive"
          value={longitude}
          onChange={setLongitude}
          problem={problems.longitudeDeg}
          placeholder="-3.18"
        />
      </Grid>
      <Field label="Night of" value={date} onChange={setDate} problem={problems.date} type="date" />
      <Field label="Name of the outing (the place, if left out)" value={name} onChange={setName} problem={undefined} />
      {problem && <Box color="coral">{problem}</Box>}
      <Action type="submit" look="main" disabled={busy} justifySelf="start" mt="4px">
        Begin this outing
      </Action>
    </Grid>
  );
}
