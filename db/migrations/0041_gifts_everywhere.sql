ALTER TABLE "gifts" DROP CONSTRAINT "gifts_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk";
--> statement-breakpoint
ALTER TABLE "gifts" ADD CONSTRAINT "gifts_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;