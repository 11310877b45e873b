/** Tests of services ask what is done with a plan, not how good it is: that is asked in the core, and where a file plans in earnest. */
import { plan } from '$core/job-plan/efforts';

plan('quickly');
