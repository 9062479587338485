-- Letters that went out before had a text alone, on a plain sheet.
UPDATE "letters" SET "sheet" = jsonb_build_object(
	'blocks', jsonb_build_array(jsonb_build_object('kind', 'words', 'text', "body")),
	'dress', '{"ground":"#F5F6F1","onGround":"#1D2430","paper":"#FFFFFF","ink":"#1D2430","quiet":"#5B6472","button":"#12695A","onButton":"#FFFFFF","dark":{"ground":"#14181E","onGround":"#E8EAE4","paper":"#1D2430","ink":"#F5F6F1","quiet":"#B4BBC4","button":"#7CC4B3","onButton":"#14181E"},"family":"serif","corner":0}'::jsonb
);--> statement-breakpoint
ALTER TABLE "letters" ALTER COLUMN "sheet" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "letters" DROP COLUMN "body";