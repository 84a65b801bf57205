-- Old drives that are still in the workshop after their job was handed over: few among many closed jobs.
create index job_old_drive_here on job (workshop_id, (summary -> 'oldDriveHere' ->> 'until')) where summary -> 'oldDriveHere' ->> 'say' is not null;
