"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Edge, Figure } from "@/core/solve";
import { Action } from "@/ui/Action";

interface PointPanelProps {
  readonly figures: readonly Figure[];
  readonly edges: readonly Edge[];
  /** Ids of the demands that the point misses. */
  readonly missed: ReadonlySet<string>;
  readonly chosenEdge: string | null;
  readonly onEdge: (id: string | null) => void;
  /** What is proposed as a bracket around the point. */
  readonly bracket: ReactNode;
}

/** Colours of figures by their tone. */
export const TONES = { plain: "bone", good: "moss", lesser: "lamp", bad: "coral" } as const;

/** What the point's settings will give, each number with its because; and every limit, those that are crossed first. */
export function PointPanel(props: PointPanelProps) {
  const { figures, edges, missed, chosenEdge, onEdge, bracket } = props;
  const crossed = ({ id }: Edge) => missed.has(id);
  const sorted = [...edges].sort((a, b) => Number(crossed(b)) - Number(crossed(a)));
  return (
    <Box>
      {figures.length === 0 && <Box color="ash">Write a shutter time, or click into the field.</Box>}
      <Box as="dl" aria-label="Prediction">
        {figures.map(({ id, label, value, because, tone }) => (
          <Box key={id} py="5px" borderBottomWidth="1px" borderColor="line">
            <Flex justify="space-between" align="baseline" gap="10px">
              <Box as="dt" fontSize="note" color="ash">
                {label}
              </Box>
              <Box as="dd" fontFamily="mono" fontSize="lead" color={TONES[tone]} textAlign="right">
                {value}
              </Box>
            </Flex>
            <Box as="dd" fontSize="label" color="ash" lineHeight="1.35">
              {because}
            </Box>
          </Box>
        ))}
      </Box>
      <Box as="h3" fontSize="note" fontWeight={620} mt="10px" mb="2px">
        Limits
      </Box>
      <Box as="ul" listStyleType="none" aria-label="Limits, those the point crosses first">
        {sorted.map((edge) => {
          const open = edge.id === chosenEdge;
          return (
            <Box as="li" key={edge.id} fontSize="note" borderBottomWidth="1px" borderColor="line">
              <Action
                look="text"
                width="100%"
                textAlign="left"
                py="4px"
                aria-expanded={open}
                color={crossed(edge) ? (edge.soft ? "lamp" : "coral") : "bone"}
                fontWeight={open ? 620 : undefined}
                onClick={() => onEdge(open ? null : edge.id)}
              >
                {edge.name}
                {crossed(edge) && (edge.soft ? ": mind it" : ": crossed")}
              </Action>
              {open && (
                <Box pb="5px">
                  {edge.reason}{" "}
                  <Box as="span" color="ash">
                    {edge.moves}
                  </Box>
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
      {bracket}
    </Box>
  );
}
