/** The server's specimens, through RTK Query. */
import type {
  EarlierPattern,
  EngineList,
  FiguresOf,
  Many,
  NewSpecimen,
  Sort,
  Specimen,
  SpecimenChange,
  SpecimenHead,
  SpecimenList,
  SpecimensFile,
  TagList,
} from "@lamprey/api";
import { createApi } from "@reduxjs/toolkit/query/react";
import { baseQuery } from "./send.ts";

/** Specimens asked for at once. */
const PAGE = 100;

/** A change, with the specimen that it is of. */
export type ChangeOf = SpecimenChange & { readonly id: string };

/** What of the shelf is listed, and in which order. */
export interface ListAsked {
  readonly search: string;
  readonly removed: boolean;
  readonly sort?: Sort;
  readonly tag?: string;
}

/** How far an import is: specimens that the server has read, or kept, of all that the file has. */
export interface ImportProgress {
  readonly doing: "reading" | "keeping";
  readonly done: number;
  readonly total: number;
}

export const specimensApi = createApi({
  reducerPath: "specimens",
  baseQuery,
  tagTypes: ["list"],
  endpoints: (build) => ({
    /** Page by page, as far as is looked at. */
    list: build.infiniteQuery<SpecimenList, ListAsked, number>({
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: ({ items, total }, _pages, offset) => (offset + items.length < total && items.length > 0 ? offset + items.length : undefined),
      },
      query: ({ queryArg, pageParam }) => ({ url: "/specimens", params: { ...queryArg, offset: pageParam, limit: PAGE } }),
      providesTags: ["list"],
    }),
    /** A few whose words hold something. */
    find: build.query<SpecimenList, string>({ query: (search) => ({ url: "/specimens", params: { search, removed: false, offset: 0, limit: 10 } }) }),
    read: build.query<Specimen, string>({ query: (id) => `/specimens/${id}`, keepUnusedDataFor: 0 }),
    earlier: build.query<{ items: readonly EarlierPattern[] }, string>({ query: (id) => `/specimens/${id}/earlier`, keepUnusedDataFor: 0 }),
    create: build.mutation<Specimen, NewSpecimen>({
      query: (body) => ({ url: "/specimens", method: "POST", body }),
      invalidatesTags: ["list"],
    }),
    restore: build.mutation<SpecimenHead, string>({ query: (id) => ({ url: `/specimens/${id}/restore`, method: "POST" }), invalidatesTags: ["list"] }),
    tags: build.query<TagList, void>({ query: () => "/specimens/tags", providesTags: ["list"] }),
    many: build.mutation<{ changed: number }, Many>({ query: (body) => ({ url: "/specimens/many", method: "POST", body }), invalidatesTags: ["list"] }),
    /** What the bench found out; nothing waits for it. */
    figures: build.mutation<{ kept: boolean }, FiguresOf & { readonly id: string }>({
      query: ({ id, ...body }) => ({ url: `/specimens/${id}/figures`, method: "PUT", body }),
    }),
    purge: build.mutation<{ purged: number }, string>({
      query: (id) => ({ url: `/specimens/${id}`, method: "DELETE", params: { forGood: true } }),
      invalidatesTags: ["list"],
    }),
    /** The real engines of the server's machine. */
    engines: build.query<EngineList, void>({ query: () => "/engines", keepUnusedDataFor: 600 }),
    /** Some specimens as the text of a file. */
    exportSome: build.mutation<object, readonly string[]>({ query: (ids) => ({ url: "/export", method: "POST", body: { ids } }) }),
    importProgress: build.query<{ importing: ImportProgress | null }, void>({ query: () => "/import", keepUnusedDataFor: 0 }),
    importAll: build.mutation<{ imported: number }, SpecimensFile>({ query: (body) => ({ url: "/import", method: "POST", body }), invalidatesTags: ["list"] }),
  }),
});
