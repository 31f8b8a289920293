import type { Readable } from "openapi-typescript-helpers";
import type { components } from "./schema";

/** As the client hands them over: tuples have become lists. */
type Shapes = Readable<components["schemas"]>;

export type Job = Shapes["JobOut"];
export type JobRow = Shapes["JobRow"];
export type Person = Shapes["PersonOut"];
export type Assessment = Shapes["Assessment"];
export type Evaluation = Shapes["Evaluation"];
export type StateEvaluation = Shapes["StateEvaluation"];
export type LeanTables = Shapes["LeanTables"];
export type Finding = Shapes["Finding"];
export type ShortListRow = Shapes["ShortListRow"];
export type Sheet = Shapes["Vehicle"];
export type Axle = Shapes["Axle"];
export type Bar = Shapes["Bar"];
export type SetUp = Shapes["SetUp"];
export type AxleChoice = Shapes["AxleChoice"];
export type Measured = Shapes["Measured"];
export type Known = Shapes["Known"];
export type LoadKey = Shapes["LoadKey"];
export type RigKind = Shapes["RigKind"];
export type Action = Shapes["Action"];
export type Station = Shapes["Station"];
export type AxleName = "front" | "rear";
/** One sentence about one field, as every refused request answers. */
export type Complaint = { field: string; message: string };
