import { createContext, use } from "react";
import type { AxleFit, AxleName, AxleStation, FitStation, Side } from "../../api/types";

/** The axle being fitted up, what its sheet comes to, and where the travel stands. */
export type FitView = {
  axle: AxleName;
  /** Path of the axle's sheet, as places and findings give it. */
  path: string;
  fit: AxleFit;
  station: AxleStation;
  whole: FitStation;
  /** Axle travel of each side [m]; towards the body is positive. */
  travel: Record<Side, number>;
  setTravel: (travel: Record<Side, number>) => void;
};

export const FitContext = createContext<FitView | null>(null);

export function useFitView(): FitView {
  const view = use(FitContext);
  if (view === null) throw new Error("This stands inside a fit-up that is begun.");
  return view;
}
