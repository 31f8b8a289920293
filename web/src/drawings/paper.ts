import { createContext, use } from "react";

/** The sheet a drawing is on, in paper pixels. */
export type Paper = {
  width: number;
  height: number;
  /** Tell the sheet of a number on it; returns how to take it off. */
  put: (place: string) => () => void;
};

export const PaperContext = createContext<Paper>({
  width: 1,
  height: 1,
  put: () => () => undefined,
});

export const usePaper = () => use(PaperContext);
