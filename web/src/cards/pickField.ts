import { goTo } from "../ui/fields";

/** To the field of a quantity. */
export const pickField = (measure: string) => goTo(`quantity ${measure}`);
