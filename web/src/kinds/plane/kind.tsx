import { lazy } from "react";
import type { PlaneDocument } from "../../api/types";
import { Picture } from "../../board/Picture";
import type { KindOfFigure } from "../kind";
import { SHORTCUTS } from "./shortcuts";

/** Parts joined in order to one plane figure. */
export const plane: KindOfFigure<PlaneDocument> = {
  title: "Plane figure",
  fromCatalogue: false,
  blank: () => ({ name: "figure", kind: "plane", parts: [] }),
  Work: lazy(() => import("./PlaneWork")),
  Stage: lazy(() => import("./PlaneStage")),
  measures: () => ["area", "perimeter"],
  shortcuts: SHORTCUTS,
  shelf: (preview) =>
    preview.bounds ? (
      <Picture
        loops={preview.outline}
        bounds={preview.bounds}
        width={248}
        height={150}
        margin={18}
        className="block w-full"
      />
    ) : null,
};
