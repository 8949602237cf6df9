import type { components } from "./schema.gen";

type Schemas = components["schemas"];

export type ProblemDocument = Schemas["Problem"];
export type FigureDocument = Schemas["Figure"];
export type PartDocument = Schemas["Part"];
export type AskDocument = Schemas["Ask"];
export type LineDocument = Schemas["Line"];
export type RoundingRule = Schemas["RoundingRule"] | "none";
export type Join = PartDocument["join"];

export type Opened = Schemas["Opened"];
export type Listed = Schemas["Listed"];
export type Results = Schemas["Results"];
export type FigureResults = Schemas["FigureResults"];
export type Drawing = Schemas["Drawing"];
export type DrawnPart = Schemas["DrawnPart"];
export type Stretch = Schemas["Stretch"];
export type Segment = Schemas["Segment"];
export type Span = Schemas["Span"];
export type Grip = Schemas["Grip"];
export type Tally = Schemas["Tally"];
export type Entry = Schemas["Entry"];
export type AskResults = Schemas["AskResults"];
export type Complaint = Schemas["Complaint"];
export type Mathematics = Schemas["Mathematics"];
export type Shape = Schemas["Shape"];
export type Reference = Schemas["Reference"];
export type EntryAnswer = Schemas["EntryOut"];
export type Spot = [number, number];
