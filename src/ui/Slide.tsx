"use client";

import { Slider } from "@chakra-ui/react";
import { useRef } from "react";

interface SlideProps {
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly value: number;
  /** Said instead of the number. */
  readonly valueText?: string;
  readonly width?: string;
  /** Takes every value while a hand is on it; without it `onChange` does. */
  readonly onDraft?: (value: number) => void;
  /** Takes the value that a hand or a key leaves. */
  readonly onChange: (value: number) => void;
}

/** As the theme draws it; known beforehand, it need not be measured. */
const THUMB = { width: 15, height: 15 };

/** A whole number between two ends, moved by hand or with the arrow keys. */
export function Slide({ label, least, most, value, valueText, width = "100%", onDraft, onChange }: SlideProps) {
  // What a hand leaves is known before the page has drawn it.
  const latest = useRef(value);
  latest.current = value;
  return (
    <Slider.Root
      min={least}
      max={most}
      value={[value]}
      aria-label={[label]}
      width={width}
      thumbSize={THUMB}
      {...(valueText !== undefined && { getAriaValueText: () => valueText })}
      onValueChange={({ value: [next = value] }) => {
        if (next === latest.current) return;
        latest.current = next;
        (onDraft ?? onChange)(next);
      }}
      {...(onDraft && { onValueChangeEnd: () => onChange(latest.current) })}
    >
      <Slider.Control>
        <Slider.Track>
          <Slider.Range />
        </Slider.Track>
        <Slider.Thumb index={0}>
          <Slider.HiddenInput />
        </Slider.Thumb>
      </Slider.Control>
    </Slider.Root>
  );
}
