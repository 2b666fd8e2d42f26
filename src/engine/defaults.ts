/** Version written into results, so that they can be made again the same way. */
export const PIPELINE_VERSION = "1";
