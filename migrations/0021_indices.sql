-- A log is read in the order it arrived.
DROP INDEX event_of_job;
CREATE INDEX event_of_job ON event (job_id, seq);

-- Whatever another row points to is looked for when that goes.
CREATE INDEX piece_of_lot ON piece (lot_id);
CREATE INDEX piece_of_zone ON piece (zone_id);
CREATE INDEX event_of_worker ON event (worker_id);
CREATE INDEX photo_of_fact ON photo (of_fact);
CREATE INDEX photo_of_worker ON photo (worker_id);
CREATE INDEX photo_of_piece ON photo (piece_id);
CREATE INDEX print_job_of_worker ON print_job (worker_id);
CREATE INDEX print_job_of_job ON print_job (job_id);
CREATE INDEX finish_system_of_worker ON finish_system (worker_id);
CREATE INDEX touch_test_of_worker ON touch_test (worker_id);
CREATE INDEX pin_of_worker ON pin (worker_id);
CREATE INDEX contested_with ON contested (other_id);
CREATE INDEX work_pace_of_worker ON work_pace (worker_id);
CREATE INDEX work_pace_of_job ON work_pace (job_id);
CREATE INDEX customer_link_of_worker ON customer_link (worker_id);
CREATE INDEX customer_report_of_answerer ON customer_report (answered_by);
CREATE INDEX customer_report_of_link ON customer_report (link_id);
CREATE INDEX offer_of_maker ON offer (made_by);
CREATE INDEX offer_answer_of_worker ON offer_answer (worker_id);
CREATE INDEX touch_test_of_place ON touch_test (place, product);
