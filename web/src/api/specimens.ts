/** The server's specimens, through RTK Query. */
import type { EarlierPattern, NewSpecimen, Specimen, SpecimenChange, SpecimenHead, SpecimenList } from "@lamprey/api";
import { createApi } from "@reduxjs/toolkit/query/react";
import { sendTo } from "./send.ts";

/** A change, with the specimen that it is of. */
export type ChangeOf = SpecimenChange & { readonly id: string };

export const specimensApi = createApi({
  reducerPath: "specimens",
  baseQuery: sendTo("/api/specimens"),
  tagTypes: ["list"],
  endpoints: (build) => ({
    list: build.query<SpecimenList, { search: string; removed: boolean }>({
      query: (params) => ({ url: "", params: { ...params, limit: 200 } }),
      providesTags: ["list"],
    }),
    read: build.query<Specimen, string>({ query: (id) => `/${id}`, keepUnusedDataFor: 0 }),
    earlier: build.query<{ items: readonly EarlierPattern[] }, string>({ query: (id) => `/${id}/earlier`, keepUnusedDataFor: 0 }),
    create: build.mutation<Specimen, NewSpecimen>({
      query: (body) => ({ url: "", method: "POST", body }),
      invalidatesTags: ["list"],
    }),
    change: build.mutation<SpecimenHead, ChangeOf>({
      query: ({ id, ...body }) => ({ url: `/${id}`, method: "PATCH", body }),
      invalidatesTags: (result) => (result ? ["list"] : []),
    }),
    remove: build.mutation<SpecimenHead, string>({ query: (id) => ({ url: `/${id}`, method: "DELETE" }), invalidatesTags: ["list"] }),
    restore: build.mutation<SpecimenHead, string>({ query: (id) => ({ url: `/${id}/restore`, method: "POST" }), invalidatesTags: ["list"] }),
  }),
});
