export { CAUTIONS, type CautionId, INTENT_IDS, INTENTS, type Intent, type IntentId, intentOf } from "./intents";
