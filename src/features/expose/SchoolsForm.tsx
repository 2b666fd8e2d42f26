"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { MeteredScene, SavedScene } from "@/core/facts";

import type { SolveRequest } from "@/core/intent";
import { solve } from "@/core/solve";
import { minus, plain, signed, typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";
import { OneOf } from "@/ui/OneOf";
import { SCHOOLS, type School, type SchoolOption, SIZE_SCHOOL } from "./schools";

type Schools = SavedScene["schools"];

/** Whether every pixel is read by itself, and the camera for either. */
export interface SizeChoice {
  readonly fullSize: boolean;
  readonly cameraOf: (fullSize: boolean) => SolveRequest["camera"];
  readonly onChoose: (fullSize: boolean) => void;
}

interface SchoolsFormProps {
  readonly schools: Schools;
  readonly request: SolveRequest;
  readonly metered: MeteredScene | null;
  /** The sizes of pictures that the lens has; null for one only. */
  readonly sizes: SizeChoice | null;
  /** Takes the choices; null where all can be used, else what is wrong. */
  readonly onChange: (schools: Schools) => void;
}

const VERDICTS = { works: "works", compromise: "a compromise", fails: "fails" } as const;

function isChosen(schools: Schools, sizes: SizeChoice | null, { set, fullSize }: SchoolOption): boolean {
  if (fullSize !== undefined) return sizes?.fullSize === fullSize;
  return Object.entries(set).every(([key, value]) => schools[key as keyof Schools] === value);
}

/** The question to the solver under an option. */
function asked(request: SolveRequest, schools: Schools, sizes: SizeChoice | null, option: SchoolOption): SolveRequest {
  if (option.fullSize !== undefined && sizes) return { ...request, camera: sizes.cameraOf(option.fullSize) };
  return { ...request, schools: { ...schools, ...option.set } };
}

/** What each way of metering says of this scene. */
function meteringWords(option: SchoolOption, metered: MeteredScene | null, request: SolveRequest): string {
  const mode = option.set.metering ?? "centre";
  if (metered) {
    const ev = metered[`${mode}Ev`];
    return `EV ${plain(ev)} here: the field ${Math.abs(ev - request.sceneEv) < 0.05 ? "stays" : `moves by ${signed(ev - request.sceneEv)} stops`}.`;
  }
  return mode === "spot"
    ? `On the brightest surfaces it would say EV ${minus((request.sceneEv + request.highlightStops).toFixed(1))}. Measure a test picture to compare all three.`
    : "Measure a test picture under Scene to see what it says here.";
}

/** The options of one school side by side: the best recipe under each, on this very shot. */
function Comparison({ school, schools, request, metered, sizes }: SchoolsFormProps & { readonly school: School }) {
  const rows = useMemo(
    () =>
      school.options.map((option) => {
        const [best] = solve(asked(request, schools, sizes, option)).recipes;
        return { option, best };
      }),
    [school, schools, request, sizes],
  );
  return (
    <Box as="dl" fontSize="label" py="4px" aria-label={`${school.name} compared on this shot`}>
      {rows.map(({ option, best }) => (
        <Box key={option.label} py="3px">
          <Box as="dt" fontWeight={560}>
            {option.label}
          </Box>
          <Box as="dd" color="ash">
            {option.says}
          </Box>
          <Box as="dd">
            {school.name === "Metering" ? (
              meteringWords(option, metered, request)
            ) : best ? (
              <>
                <code>{best.line}</code>
                {`: ${VERDICTS[best.verdict]}, signal to noise ${best.outlook.noise.midTone.toFixed(0)}, ${Math.ceil(best.outlook.cost.megabytes)} MB.`}
              </>
            ) : (
              "No settings work."
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Practices that disagree, as choices, each said in two sentences and compared on this shot. */
export function SchoolsForm(props: SchoolsFormProps) {
  const { schools, onChange, metered, sizes } = props;
  const [compared, setCompared] = useState<string | null>(null);
  const choose = ({ set, fullSize }: SchoolOption) =>
    fullSize === undefined ? onChange({ ...schools, ...set }) : sizes?.onChoose(fullSize);
  return (
    <Box>
      {(sizes ? [...SCHOOLS, SIZE_SCHOOL] : SCHOOLS).map((school) => {
        const { name, options } = school;
        const open = compared === name;
        return (
          <Box as="section" key={name} py="5px" borderBottomWidth="1px" borderColor="line" fontSize="note">
            <Flex justify="space-between">
              <Box as="h3" fontWeight={560}>
                {name}
              </Box>
              <Action
                look="text"
                color="ash"
                _hover={{ color: "bone" }}
                aria-expanded={open}
                aria-label={`Compare: ${name}`}
                onClick={() => setCompared(open ? null : name)}
              >
                {open ? "close" : "compare"}
              </Action>
            </Flex>
            <OneOf
              label={name}
              labelHidden
              value={options.find((option) => isChosen(schools, sizes, option))?.label ?? null}
              options={options.map(({ label }) => ({ value: label, name: label }))}
              onChange={(label) => choose(options.find((option) => option.label === label)!)}
            />
            {name === "White balance" && schools.whiteBalance === "fixed" && (
              <Row label="Kelvin">
                <Entry
                  label="White balance, Kelvin"
                  value={String(schools.kelvin)}
                  onCommit={(text) => {
                    const kelvin = typedNumber(text);
                    if (!(kelvin >= 1667 && kelvin <= 25_000)) return "From 1,667 to 25,000 K.";
                    onChange({ ...schools, kelvin: Math.round(kelvin) });
                    return null;
                  }}
                />
              </Row>
            )}
            {name === "ISO ceiling" && (
              <Row label="highest ISO to use (empty for the phone's)">
                <Entry
                  label="Highest ISO to use"
                  value={schools.isoCeiling === null ? "" : String(schools.isoCeiling)}
                  onCommit={(text) => {
                    const isoCeiling = text.trim() === "" ? null : typedNumber(text);
                    if (isoCeiling !== null && !(isoCeiling >= 25 && isoCeiling <= 102_400))
                      return "From 25 to 102,400.";
                    onChange({ ...schools, isoCeiling });
                    return null;
                  }}
                />
              </Row>
            )}
            {open ? (
              <Comparison {...props} school={school} metered={metered} />
            ) : (
              <Box color="ash" fontSize="label">
                {options.find((option) => isChosen(schools, sizes, option))?.says}
              </Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
