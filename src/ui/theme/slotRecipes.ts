import { defineSlotRecipe } from "@chakra-ui/react";
import {
  checkboxAnatomy,
  collapsibleAnatomy,
  dialogAnatomy,
  fieldAnatomy,
  menuAnatomy,
  nativeSelectAnatomy,
  progressAnatomy,
  radioGroupAnatomy,
  sliderAnatomy,
  tableAnatomy,
  tabsAnatomy,
  toastAnatomy,
  tooltipAnatomy,
} from "@chakra-ui/react/anatomy";

const panel = { bg: "slate", borderWidth: "1px", borderColor: "line", borderRadius: "part" };

/** Pages of one column: words on a line, the open one lit. */
const tabs = defineSlotRecipe({
  slots: tabsAnatomy.keys(),
  base: {
    list: { display: "flex", gap: "16px", borderBottomWidth: "1px", borderColor: "line" },
    trigger: {
      minH: { base: "44px", md: "34px" },
      fontSize: "text",
      color: "ash",
      borderBottomWidth: "2px",
      borderColor: "transparent",
      cursor: "pointer",
      _selected: { color: "lamp", fontWeight: 620, borderColor: "lamp" },
    },
  },
});

const nativeSelect = defineSlotRecipe({
  slots: nativeSelectAnatomy.keys(),
  base: {
    root: { position: "relative", display: "inline-flex", minW: "0" },
    field: {
      appearance: "none",
      width: "100%",
      bg: "slate",
      color: "bone",
      borderRadius: "part",
      ps: "8px",
      pe: "24px",
      textOverflow: "ellipsis",
      cursor: "pointer",
      "& > option": { bg: "slate", color: "bone" },
    },
    indicator: {
      position: "absolute",
      right: "6px",
      top: "0",
      height: "100%",
      display: "flex",
      alignItems: "center",
      color: "ash",
      pointerEvents: "none",
      "& svg": { width: "14px", height: "14px" },
    },
  },
  variants: {
    size: {
      xs: { field: { height: { base: "24px", md: "28px" }, fontSize: "note" } },
      sm: { field: { height: { base: "40px", md: "28px" }, fontSize: "note" } },
      md: { root: { width: "100%" }, field: { height: "38px", fontSize: "body" } },
    },
  },
  defaultVariants: { size: "sm" },
});

const mark = {
  width: "15px",
  height: "15px",
  flexShrink: "0",
  display: "inline-flex",
  alignItems: "center",
  justifyContent: "center",
  borderWidth: "1.5px",
  borderColor: "ash",
  color: "ink",
  _checked: { bg: "lamp", borderColor: "lamp" },
  _focusVisible: { outline: "2px solid", outlineColor: "lamp", outlineOffset: "2px" },
};
const marked = { display: "inline-flex", alignItems: "center", gap: "7px", minH: "28px", cursor: "pointer" };

const checkbox = defineSlotRecipe({
  slots: checkboxAnatomy.keys(),
  base: {
    root: { ...marked, position: "relative" },
    control: { ...mark, borderRadius: "2px", "& svg": { width: "11px" } },
  },
});

const radioGroup = defineSlotRecipe({
  slots: radioGroupAnatomy.keys(),
  base: {
    root: { position: "relative" },
    label: { display: "block", fontSize: "note", color: "ash" },
    item: { ...marked, position: "relative" },
    itemControl: {
      ...mark,
      borderRadius: "50%",
      "& .dot": { width: "6px", height: "6px", borderRadius: "50%", bg: "ink", opacity: 0 },
      _checked: { bg: "lamp", borderColor: "lamp", "& .dot": { opacity: 1 } },
    },
  },
});

const slider = defineSlotRecipe({
  slots: sliderAnatomy.keys(),
  base: {
    root: { display: "flex", alignItems: "center", touchAction: "none" },
    control: { display: "flex", alignItems: "center", position: "relative", width: "100%", minH: "28px" },
    track: { height: "3px", flex: "1", bg: "line", borderRadius: "2px", overflow: "hidden" },
    range: { height: "100%", bg: "lamp" },
    thumb: {
      width: "15px",
      height: "15px",
      borderRadius: "50%",
      bg: "lamp",
      top: "50%",
      translate: "0 -50%",
      cursor: "grab",
    },
  },
});

const collapsible = defineSlotRecipe({
  slots: collapsibleAnatomy.keys(),
  base: {
    trigger: {
      display: "flex",
      alignItems: "center",
      gap: "6px",
      minH: "34px",
      width: "100%",
      fontWeight: 560,
      textAlign: "left",
      cursor: "pointer",
      borderBottomWidth: "1px",
    },
    indicator: { color: "ash", transition: "rotate 140ms", _open: { rotate: "90deg" } },
    content: { overflow: "hidden" },
  },
});

const dialog = defineSlotRecipe({
  slots: dialogAnatomy.keys(),
  base: {
    backdrop: { bg: "veil", position: "fixed", inset: "0", zIndex: 50 },
    positioner: {
      position: "fixed",
      inset: "0",
      zIndex: 51,
      display: "flex",
      justifyContent: "center",
      alignItems: "flex-start",
      px: "4vw",
      py: "8vh",
      overflowY: "auto",
    },
    content: { ...panel, width: "min(560px, 92vw)", px: "24px", py: "18px", outline: "0" },
    title: { fontSize: "title", fontWeight: 600, mb: "12px" },
    footer: { mt: "10px" },
  },
});

const menu = defineSlotRecipe({
  slots: menuAnatomy.keys(),
  base: {
    content: { ...panel, py: "5px", minW: "160px", zIndex: 30, outline: "0", maxH: "60vh", overflowY: "auto" },
    item: {
      px: "12px",
      minH: { base: "44px", md: "32px" },
      display: "flex",
      alignItems: "center",
      fontSize: "text",
      cursor: "pointer",
      _highlighted: { bg: "lamp", color: "ink" },
    },
  },
});

const tooltip = defineSlotRecipe({
  slots: tooltipAnatomy.keys(),
  base: { content: { ...panel, px: "9px", py: "5px", fontSize: "note", color: "bone", maxW: "320px", zIndex: 60 } },
});

const progress = defineSlotRecipe({
  slots: progressAnatomy.keys(),
  base: {
    track: { height: "6px", bg: "line", overflow: "hidden" },
    range: { height: "100%", bg: "lamp", transition: "width 160ms" },
  },
});

const table = defineSlotRecipe({
  slots: tableAnatomy.keys(),
  base: {
    root: { width: "100%", fontSize: "note", borderCollapse: "collapse" },
    caption: { textAlign: "left", fontWeight: 620, py: "4px" },
    columnHeader: { color: "ash", fontWeight: 400, py: "3px", ps: "6px", textAlign: "right", verticalAlign: "bottom" },
    row: { "tbody &": { borderTopWidth: "1px", borderColor: "line" } },
    cell: { fontFamily: "mono", textAlign: "right", py: "4px" },
  },
});

const field = defineSlotRecipe({
  slots: fieldAnatomy.keys(),
  base: {
    root: { display: "block", position: "relative", width: "100%" },
    label: { display: "block", fontSize: "note", color: "ash", mb: "3px" },
    helperText: { fontSize: "label", color: "ash", mt: "2px" },
    errorText: { fontSize: "note", color: "coral", mt: "3px" },
  },
});

const toast = defineSlotRecipe({
  slots: toastAnatomy.keys(),
  base: {
    root: {
      ...panel,
      display: "flex",
      alignItems: "center",
      gap: "14px",
      px: "16px",
      py: "9px",
      width: "fit-content",
      maxW: "min(640px, 92vw)",
      "&[data-type=error]": { borderColor: "coral" },
      // Where a message stands and how it moves is computed by its machine.
      translate: "var(--x) var(--y)",
      opacity: "var(--opacity)",
      transition: "translate 180ms, opacity 180ms",
      _motionReduce: { transition: "none" },
    },
    title: { flex: "1" },
    actionTrigger: { color: "lamp", fontWeight: 600, minH: "32px", cursor: "pointer" },
    closeTrigger: { color: "ash", cursor: "pointer" },
  },
});

/** The looks of Chakra's parts that have several elements. */
export const slotRecipes = {
  tabs,
  nativeSelect,
  checkbox,
  radioGroup,
  slider,
  collapsible,
  dialog,
  menu,
  tooltip,
  progress,
  table,
  field,
  toast,
};
