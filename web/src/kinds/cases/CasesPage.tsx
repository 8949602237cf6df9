import { CasesWork } from "../../cases/CasesWork";
import type { WorkProps } from "../kind";

export default function CasesPage({ figure }: WorkProps) {
  return <CasesWork figure={figure} />;
}
