import { useMemo } from "react";
import type { ProfileDocument } from "../../api/types";
import { changeFigure, figureAt } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";

type Change = Partial<ProfileDocument>;
/** Changes the profile; by a function where it may have been changed meanwhile. */
export type Put = (change: Change | ((now: ProfileDocument) => Change)) => void;
export type Readings = NonNullable<ProfileDocument["readings"]>;
export type Grid = NonNullable<ProfileDocument["grid"]>;
export type Rule = NonNullable<ProfileDocument["rule"]>;

export const RULES: Record<Rule, string> = {
  trapezoid: "Trapezoid",
  simpson: "Simpson",
  midpoint: "Midpoint",
  left: "Left",
  right: "Right",
  upper: "Upper",
  lower: "Lower",
  exact: "Exact",
};

export const NO_READINGS: Readings = { x: [], y: [], breadths: [], of: "height" };
export const NO_GRID: Grid = { along: "1", across: "1", depths: [] };

/** What the fields of a profile are told. */
export interface FieldsProps {
  put: Put;
  /** Changes it while something is slid: shown, and only kept once it is put. */
  preview: Put;
  /** Its place in the list of figures. */
  figure: number;
  faultAt: (place: string) => boolean;
}

/** How the profile at a place in the list is changed. */
export function useChange(figure: number): { put: Put; preview: Put } {
  const store = useBenchStore();
  return useMemo(() => {
    const changed = (change: Parameters<Put>[0]) =>
      changeFigure("profile", store.getState().document, figure, (now) => ({
        ...now,
        ...(typeof change === "function" ? change(now) : change),
      }));
    return {
      put: (change) => store.getState().commit(changed(change)),
      preview: (change) => store.getState().preview(changed(change)),
    };
  }, [store, figure]);
}

/** The profile as it is shown, also while something is slid: what has no slider needs none of it. */
export function useShown(figure: number, own: ProfileDocument): ProfileDocument {
  return useBench((state) => (state.draft ? (figureAt("profile", state.draft, figure) ?? own) : own));
}
