import type { PlaneDocument } from "../../api/types";
import { Picture } from "../../board/Picture";
import type { KindOfFigure } from "../kind";
import { SHORTCUTS } from "./shortcuts";
import { later } from "../../ui/later";

/** Parts joined in order to one plane figure. */
export const plane: KindOfFigure<PlaneDocument> = {
  title: "Plane figure",
  fromCatalogue: false,
  blank: () => ({ name: "figure", kind: "plane", parts: [] }),
  Work: later(() => import("./PlaneWork")),
  Stage: later(() => import("./PlaneStage")),
  measures: () => ["area", "perimeter"],
  shortcuts: SHORTCUTS,
  phrases: [
    "rectangle 6 by 4",
    "semicircle diameter 1.2 at 2.4, 0.6 turned 270",
    "take away circle radius 0.5 at 3, 2 named pond",
    "sector radius 2 angle 1/15 turn",
    "sector radius 5 shared by 12",
    "outline R 9, U 7, L 5, D 3, L ?, D ? named deck",
    "outline 0,0 9,0 9,4 named ramp",
    "cylinder radius 0.9 height 2.4 lying",
  ],
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
