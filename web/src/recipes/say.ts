import { toast } from 'sonner';

/** Shows an error as the plain sentence that it is. */
export const say = (error: unknown): void => {
  toast.error(error instanceof Error ? error.message : String(error));
};
