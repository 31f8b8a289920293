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
export type JobKind = Shapes["JobKind"];
export type Practice = Shapes["Practice"];
export type Gate = Shapes["Gate"];
export type Offer = Shapes["Offer"];
export type Part = Shapes["Part"];
export type PartCheck = Shapes["PartCheck"];
export type Rating = Shapes["Rating"];
export type SymptomRow = Shapes["SymptomRow"];
export type Strength = Shapes["Strength"];
/** What the owner said; not to be confused with a complaint about a field. */
export type OwnerComplaint = Shapes["Complaint"];
export type LookOver = Shapes["LookOver"];
export type Photo = Shapes["PhotoOut"];
export type Pads = Shapes["PadsOut"];
export type Tilt = Shapes["TiltOut"];
export type Certainty = Shapes["Certainty"];
export type MassItem = Shapes["MassItem"];
export type Entry = { place: string; typed: string; known: Known };
export type AxleName = "front" | "rear";
/** One sentence about one field, as every refused request answers. */
export type Complaint = { field: string; message: string };
