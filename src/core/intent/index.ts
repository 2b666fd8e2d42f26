export {
  CAUTIONS,
  type CautionId,
  INTENT_IDS,
  INTENTS,
  type Intent,
  type IntentId,
  intentOf,
  isOfStars,
} from "./intents";
