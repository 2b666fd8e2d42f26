/** Recipe that a new shot starts from: a sequence that the default phone can run, fused by mean. */
export const FIRST_RECIPE_LINE = "16 x 1s every 1.5s | iso 50 | wb 4000K | focus inf | delay 2s | jpeg -> mean";

/** Version written into results, so that they can be made again the same way. */
export const PIPELINE_VERSION = "1";
