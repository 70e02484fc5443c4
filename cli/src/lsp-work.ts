/** What a worker of the editor server runs. */
import { doTask } from "./lsp/tasks.ts";

export default doTask;
