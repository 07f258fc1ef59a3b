# frozen_string_literal: true

# How many questions a piece of work asks of the database.
module CountedQueries
  # Counts what is asked while the block runs; what a connection plans, it plans once.
  def queries
    count = 0
    counter = Object.new
    counter.define_singleton_method(:info) { |asked| count += 1 unless asked.include?("PREPARE") }
    %i[debug warn error].each { |level| counter.define_singleton_method(level) { |_| nil } }
    JustSeal::Store.db.loggers << counter
    yield
    count
  ensure
    JustSeal::Store.db.loggers.delete(counter)
  end
end
