/** The server's specimens, through RTK Query. */
import type { DialectName } from "@lamprey/core";
import { createApi } from "@reduxjs/toolkit/query/react";
import { sendTo } from "./send.ts";

export interface SampleHead {
  readonly id: string;
  readonly name: string;
  readonly length: number;
}

export interface SpecimenHead {
  readonly id: string;
  readonly title: string;
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  readonly notes: string;
  readonly revision: number;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
  readonly samples: readonly SampleHead[];
}

export interface Specimen extends Omit<SpecimenHead, "samples"> {
  readonly samples: readonly (SampleHead & { readonly text: string })[];
}

/** A pattern at an earlier revision. */
export interface EarlierPattern {
  readonly revision: number;
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  readonly keptAt: string;
}

export interface SampleChange {
  readonly id?: string;
  readonly name: string;
  readonly text?: string;
}

export interface SpecimenChange {
  readonly id: string;
  readonly revision: number;
  readonly title?: string;
  readonly pattern?: string;
  readonly dialect?: DialectName;
  readonly flags?: string;
  readonly notes?: string;
  readonly samples?: readonly SampleChange[];
}

/** RFC 9457, as the server answers errors. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly current?: Specimen;
}

export function isProblem(value: unknown): value is ProblemDetails {
  return typeof value === "object" && value !== null && "detail" in value && "status" in value;
}

export const specimensApi = createApi({
  reducerPath: "specimens",
  baseQuery: sendTo("/api/specimens"),
  tagTypes: ["list"],
  endpoints: (build) => ({
    list: build.query<{ items: SpecimenHead[]; total: number }, { search: string; removed: boolean }>({
      query: (params) => ({ url: "", params: { ...params, limit: 200 } }),
      providesTags: ["list"],
    }),
    read: build.query<Specimen, string>({ query: (id) => `/${id}`, keepUnusedDataFor: 0 }),
    earlier: build.query<{ items: readonly EarlierPattern[] }, string>({ query: (id) => `/${id}/earlier`, keepUnusedDataFor: 0 }),
    create: build.mutation<
      Specimen,
      { title: string; pattern?: string; dialect?: DialectName; flags?: string; notes?: string; samples?: { name: string; text: string }[] }
    >({
      query: (body) => ({ url: "", method: "POST", body }),
      invalidatesTags: ["list"],
    }),
    change: build.mutation<SpecimenHead, SpecimenChange>({
      query: ({ id, ...body }) => ({ url: `/${id}`, method: "PATCH", body }),
      invalidatesTags: (result) => (result ? ["list"] : []),
    }),
    remove: build.mutation<SpecimenHead, string>({ query: (id) => ({ url: `/${id}`, method: "DELETE" }), invalidatesTags: ["list"] }),
    restore: build.mutation<SpecimenHead, string>({ query: (id) => ({ url: `/${id}/restore`, method: "POST" }), invalidatesTags: ["list"] }),
  }),
});
