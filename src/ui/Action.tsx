"use client";

import { chakra } from "@chakra-ui/react";
import { button } from "./theme/recipes";

/** A button in one of the theme's looks. */
export const Action = chakra("button", button, { defaultProps: { type: "button" } });
