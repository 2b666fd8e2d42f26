/** How a score was made, said in the same words wherever one stands. */
export const WITHOUT_WEATHER = "without weather";
export const WITH_WEATHER = "with the night’s weather";
