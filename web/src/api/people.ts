import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { components } from "./schema";
import type { Person } from "./types";

type Shapes = components["schemas"];
export type People = Shapes["PeopleOut"];
export type Member = Shapes["MemberOut"];
export type Role = Person["role"];
/** A code that is told once. */
export type Code = Shapes["CodeOut"];
export type TabletHere = Shapes["TabletHere"];

const KEY = ["people"] as const;

/** Who a job can be given to. */
export const useNames = () =>
  useQuery({ queryKey: ["names"], queryFn: () => answered(client.GET("/api/people/names")) }).data;

/** Who belongs to the shop, where they are signed in, what was changed of them; for a lead. */
export const usePeople = () =>
  useQuery({ queryKey: KEY, queryFn: () => answered(client.GET("/api/people")), retry: false });

/** What a lead does about people; told at once, since a code or a refusal cannot wait. */
export function usePeopleWrites() {
  const cache = useQueryClient();
  const keep = async (asked: Promise<People>) => {
    cache.setQueryData<People>(KEY, await asked);
  };
  const told = async (asked: Promise<Code>): Promise<Code> => {
    const code = await asked;
    await cache.invalidateQueries({ queryKey: KEY });
    return code;
  };
  const of = (person_id: number) => ({ params: { path: { person_id } } });
  return {
    add: (body: Shapes["AddPersonIn"]) => keep(answered(client.POST("/api/people", { body }))),
    invite: (role: Role) =>
      told(answered(client.POST("/api/people/invitations", { body: { role } }))),
    withdraw: (invitation_id: number) =>
      keep(
        answered(
          client.POST("/api/people/invitations/{invitation_id}/withdraw", {
            params: { path: { invitation_id } },
          }),
        ),
      ),
    setRole: (id: number, role: Role) =>
      keep(answered(client.POST("/api/people/{person_id}/role", { ...of(id), body: { role } }))),
    reset: (id: number) => told(answered(client.POST("/api/people/{person_id}/reset", of(id)))),
    sendOff: (id: number) => keep(answered(client.POST("/api/people/{person_id}/off", of(id)))),
    takeBack: (id: number) => keep(answered(client.POST("/api/people/{person_id}/back", of(id)))),
    endSession: (signed_in_id: number) =>
      keep(
        answered(
          client.POST("/api/people/sessions/{signed_in_id}/end", {
            params: { path: { signed_in_id } },
          }),
        ),
      ),
    makeTablet: (name: string) =>
      keep(answered(client.POST("/api/people/tablets", { body: { name } }))),
    dropTablet: (tablet_id: number) =>
      keep(
        answered(
          client.POST("/api/people/tablets/{tablet_id}/drop", { params: { path: { tablet_id } } }),
        ),
      ),
  };
}

/** The shop's tablet that this device is; null where it is nobody's but its user's. */
export const useTabletHere = () =>
  useQuery({
    queryKey: ["tablet"],
    queryFn: () => answered(client.GET("/api/session/tablet")),
    retry: false,
  });

/** Ways in; each leaves who is signed in behind. */
export function useSignIn() {
  const cache = useQueryClient();
  const enter = async (asked: Promise<Person>) => {
    cache.setQueryData(["session"], await asked);
  };
  return {
    byPassword: (username: string, password: string) =>
      enter(answered(client.POST("/api/session", { body: { username, password } }))),
    byCode: (body: Shapes["JoinIn"]) => enter(answered(client.POST("/api/session/join", { body }))),
    byNumber: (person_id: number, number: string) =>
      enter(answered(client.POST("/api/session/tablet", { body: { person_id, number } }))),
    changePassword: (password_now: string, password: string) =>
      enter(answered(client.POST("/api/session/password", { body: { password_now, password } }))),
  };
}

/** Whom a code lets in, and where. */
export const readInvitation = (code: string) =>
  answered(client.POST("/api/session/invitation", { body: { code } }));

/** Give oneself a number for the shop's tablets. */
export const setNumber = (password: string, number: string) =>
  answered(client.POST("/api/session/number", { body: { password, number } }));
