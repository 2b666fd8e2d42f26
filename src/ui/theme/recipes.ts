import { defineRecipe } from "@chakra-ui/react";

const standing = { minHeight: "36px", px: "14px", fontSize: "body" };
const unavailable = { opacity: 0.45, cursor: "not-allowed" };

/**
 * A button says what will happen. `main` is the one lit thing of a screen, `text` a word in a sentence, `icon` a sign by
 * itself, `tile` a picture to press.
 */
export const button = defineRecipe({
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "8px",
    fontWeight: 560,
    borderRadius: "part",
    cursor: "pointer",
    whiteSpace: "nowrap",
    transition: "background-color 140ms, color 140ms, opacity 140ms",
    _disabled: unavailable,
    _motionReduce: { transition: "none" },
  },
  variants: {
    look: {
      main: { ...standing, bg: "lamp", color: "ink", _hover: { opacity: 0.88 } },
      plain: { ...standing, borderWidth: "1px", borderColor: "line", color: "bone", _hover: { bg: "slate" } },
      quiet: { ...standing, px: "6px", color: "ash", _hover: { color: "bone" } },
      text: {
        color: "lamp",
        fontWeight: "inherit",
        fontSize: "inherit",
        whiteSpace: "normal",
        textAlign: "left",
        justifyContent: "flex-start",
        gap: "6px",
        _hover: { color: "bone" },
      },
      icon: { color: "ash", p: "8px", _hover: { color: "bone" } },
      tile: { display: "block", width: "100%", fontWeight: "inherit", whiteSpace: "normal", textAlign: "left" },
    },
  },
  defaultVariants: { look: "plain" },
});

const field = {
  bg: "slate",
  color: "bone",
  borderWidth: "1px",
  borderColor: "line",
  borderRadius: "part",
  width: "100%",
  _placeholder: { color: "ash" },
  _invalid: { borderColor: "coral" },
  _disabled: unavailable,
};

/** A typed value. */
const input = defineRecipe({
  base: field,
  variants: {
    size: {
      md: { height: "38px", px: "10px", fontSize: "body" },
      sm: { height: { base: "40px", md: "32px" }, px: "8px", fontSize: "text" },
    },
  },
  defaultVariants: { size: "md" },
});

const textarea = defineRecipe({
  base: { ...field, px: "10px", py: "7px", fontSize: "text", resize: "vertical" },
});

/** The looks of Chakra's parts that have one element. */
export const recipes = { input, textarea };
