/** Stands for a page where all answers are looked over; no page of a quiz can have this id. */
export const LOOK_OVER = '*';
